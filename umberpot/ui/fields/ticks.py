"""A box to tick in the query string of a calculator: ``1`` where it is ticked."""

from typing import Any

from django.forms import Field, widgets


class Tick(widgets.Input):
    """Unlike Django's own it is left out of a query that says nothing of it, and ``0`` is no."""

    input_type = "checkbox"

    def get_context(self, name: str, value: Any, attrs: dict[str, Any] | None) -> dict[str, Any]:
        ticked = {"class": "size-6", "checked": bool(value)}
        return super().get_context(name, "1", {**(attrs or {}), **ticked})

    def value_from_datadict(self, data: Any, files: Any, name: str) -> str:
        return "1" if data.get(name, "").strip() not in ("", "0") else ""


class TickField(Field):
    """Whether a box is ticked; never required."""

    widget = Tick

    def __init__(self, *, label: str) -> None:
        super().__init__(required=False, label=label)

    def clean(self, value: str) -> bool:
        return bool(value)
