"""A tile's code in an address, and the addresses from when tiles were numbered there."""

from collections.abc import Callable

from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.urls import register_converter
from django.views.decorators.http import require_safe

from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Tile


class CodeConverter:
    """``A83`` as it is scratched in; typed in small letters it is the same tile."""

    regex = "[A-Za-z]{1,6}[0-9]{1,6}"

    def to_python(self, value: str) -> str:
        return value.upper()

    def to_url(self, value: str) -> str:
        return value


register_converter(CodeConverter, "code")


def by_number(page: str) -> Callable[..., HttpResponse]:
    """The view that leads from a tile's number on to its code, at the URL name ``page``, for good.

    Printed labels have the number in their square code.
    """

    @require_safe
    def moved(request: StudioRequest, pk: int) -> HttpResponse:
        tile = get_object_or_404(Tile.objects.of(request.studio), pk=pk)
        return redirect(page, tile.code, permanent=True)

    return moved
