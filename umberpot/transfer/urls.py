"""Import and export."""

from django.urls import path

from umberpot.transfer import views

app_name = "transfer"
urlpatterns = [
    path("", views.transfer, name="transfer"),
    path("<slug:kind>.<slug:form>", views.download, name="download"),
]
