"""The studio's memory: for now the way to anything in it."""

from django.urls import path

from umberpot.library.search import views as search

app_name = "library"
urlpatterns = [
    path("go/", search.go, name="go"),
]
