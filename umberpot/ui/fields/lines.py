"""A field of several lines, each one entry; in a query string the key repeated."""

from typing import Any

from django import forms


class LinesInput(forms.Textarea):
    """The key repeated, or one entry a line."""

    def value_from_datadict(self, data: Any, files: Any, name: str) -> list[str]:
        values = data.getlist(name) if hasattr(data, "getlist") else [data.get(name, "")]
        return [line.strip() for value in values for line in value.splitlines() if line.strip()]

    def format_value(self, value: Any) -> str:
        return "\n".join(value or [])
