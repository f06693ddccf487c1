"""The studio's memory: the way to anything in it, and notes about it."""

from django.urls import path

from umberpot.library.backups import views as backups
from umberpot.library.beside import views as trials
from umberpot.library.findings import views as findings
from umberpot.library.journal.views import journal
from umberpot.library.notes import views as notes
from umberpot.library.practice.views import practice
from umberpot.library.reports import views as reports
from umberpot.library.search import views as search
from umberpot.library.sharing import views as sharing
from umberpot.library.undo.views import undo
from umberpot.library.words.views import words

app_name = "library"
urlpatterns = [
    path("go/", search.go, name="go"),
    path("library/", findings.findings, name="findings"),
    path("library/words/", words, name="words"),
    path("library/beside/", trials.beside, name="beside"),
    path("library/beside/repeats/", trials.repeats, name="repeats"),
    path("library/practice/", practice, name="practice"),
    path("library/journal/", journal, name="journal"),
    path("library/undo/<slug:key>/", undo, name="undo"),
    path("library/reports/year/<int:year>/", reports.year, name="year"),
    path("library/reports/year/<int:year>/report.pdf", reports.year_pdf, name="year-pdf"),
    path("library/reports/year/<int:year>/report.html", reports.year_alone, name="year-alone"),
    path("library/reports/<slug:about>/<int:pk>/", reports.report, name="report"),
    path("library/reports/<slug:about>/<int:pk>/report.pdf", reports.pdf, name="report-pdf"),
    path("library/reports/<slug:about>/<int:pk>/report.html", reports.alone, name="report-alone"),
    path("library/shares/", sharing.shares, name="shares"),
    path("library/shares/<slug:about>/<int:pk>/", sharing.share, name="share"),
    path("library/shares/<int:pk>/revoke/", sharing.revoke, name="revoke-share"),
    path("shared/<str:token>/", sharing.shared, name="shared"),
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
