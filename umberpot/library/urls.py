"""The studio's memory: the way to anything in it, and notes about it."""

from django.urls import path

from umberpot.library.notes import views as notes
from umberpot.library.search import views as search

app_name = "library"
urlpatterns = [
    path("go/", search.go, name="go"),
    path("library/notes/<slug:about>/<int:pk>/add/", notes.add, name="add-note"),
    path("library/notes/<int:pk>/photograph/", notes.photograph, name="note-photograph"),
    path("library/notes/<int:pk>/remove/", notes.remove, name="remove-note"),
]
