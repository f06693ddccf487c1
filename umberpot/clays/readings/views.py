"""The whole studio's readings as one file."""

from django.http import StreamingHttpResponse
from django.views.decorators.http import require_GET

from umberpot.clays.readings.every import every_reading_as_csv
from umberpot.studio.request import StudioRequest
from umberpot.ui.downloads import CSV, as_file


@require_GET
def every_reading(request: StudioRequest) -> StreamingHttpResponse:
    """Every current reading of every tile and bar, those set aside included, as CSV."""
    written = StreamingHttpResponse(
        every_reading_as_csv(request.studio, request.studio.writes_tables), content_type=CSV
    )
    return as_file(written, "readings.csv")
