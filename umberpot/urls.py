"""Where each place of the application is. Calculators keep the contract of docs/formats.md."""

from django.urls import include, path, re_path

from umberpot.ui.redirects import read_to_results

handler500 = "umberpot.ui.errors.server_error"

urlpatterns = [
    path("", include("umberpot.bench.urls")),
    path("", include("umberpot.studio.urls")),
    path("", include("umberpot.ui.urls")),
    path("", include("umberpot.library.urls")),
    path("", include("umberpot.tiles.urls")),
    path("tiles/", include("umberpot.clays.urls")),
    path("shelf/transfer/", include("umberpot.transfer.urls")),
    path("shelf/", include("umberpot.shelf.urls")),
    path("mix/", include("umberpot.mixing.urls")),
    path("kiln/", include("umberpot.kiln.urls")),
    path("results/", include("umberpot.results.urls")),
    path("surface/", include("umberpot.surface.urls")),
    re_path(r"^read/(?P<rest>.*)$", read_to_results),
]
