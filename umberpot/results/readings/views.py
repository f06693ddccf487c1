"""The whole studio's readings as one file."""

from django.http import StreamingHttpResponse
from django.views.decorators.http import require_GET

from umberpot.results.readings.every import every_reading_as_csv
from umberpot.studio.request import StudioRequest


@require_GET
def every_reading(request: StudioRequest) -> StreamingHttpResponse:
    """Every current reading of every tile and bar, those set aside included, as CSV."""
    return StreamingHttpResponse(
        every_reading_as_csv(request.studio),
        content_type="text/csv; charset=utf-8",
        headers={"Content-Disposition": 'attachment; filename="readings.csv"'},
    )
