"""Import and export."""

from django.urls import path

from umberpot.transfer import views
from umberpot.transfer.archive import views as archive

app_name = "transfer"
urlpatterns = [
    path("", views.transfer, name="transfer"),
    path("archive/", archive.archive, name="archive"),
    path("archive/studio.zip", archive.download, name="archive-file"),
    path("<slug:kind>.<slug:form>", views.download, name="download"),
]
