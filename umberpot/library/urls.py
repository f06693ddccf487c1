"""The studio's memory: the way to anything in it, and notes about it."""

from django.urls import path

from umberpot.library.backups import views as backups
from umberpot.library.findings import views as findings
from umberpot.library.journal.views import journal
from umberpot.library.notes import views as notes
from umberpot.library.search import views as search
from umberpot.library.undo.views import undo
from umberpot.library.words.views import words

app_name = "library"
urlpatterns = [
    path("go/", search.go, name="go"),
    path("library/", findings.findings, name="findings"),
    path("library/words/", words, name="words"),
    path("library/journal/", journal, name="journal"),
    path("library/undo/<slug:key>/", undo, name="undo"),
    path("library/backups/", backups.backups, name="backups"),
    path("library/backups/make/", backups.back_up, name="back-up"),
    path("library/backups/<str:name>/", backups.download, name="download-backup"),
    path("library/findings/<int:pk>/", findings.finding, name="finding"),
    path("library/conclude/<slug:about>/<int:pk>/", findings.conclude, name="conclude"),
    path("library/expect/<int:pk>/", findings.expect, name="expect"),
    path("library/notes/<slug:about>/<int:pk>/add/", notes.add, name="add-note"),
    path("library/notes/<int:pk>/photograph/", notes.photograph, name="note-photograph"),
    path("library/notes/<int:pk>/remove/", notes.remove, name="remove-note"),
]
