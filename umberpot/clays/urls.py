"""Bar tests, which stand among the tiles. What they say of a clay has its addresses in Results."""

from django.urls import path

from umberpot.clays.bar_tests import views as bar_tests

app_name = "clays"
urlpatterns = [
    path("tests/new/<int:clay_pk>/", bar_tests.new, name="new-test"),
    path("tests/<int:pk>/", bar_tests.test, name="test"),
    path("tests/<int:pk>/made/", bar_tests.made, name="bars-made"),
    path("tests/<int:pk>/weigh-drying/", bar_tests.weigh_drying, name="weigh-drying"),
    path("tests/<int:pk>/sheet.pdf", bar_tests.sheet, name="bench-sheet"),
]
