"""The description itself: every calculator with its query and its answer, found by its address.

A calculator that is added is described without anything being written here.
"""

from collections.abc import Iterator
from typing import Any, get_type_hints

from django import forms
from django.http import QueryDict
from django.urls import URLPattern, URLResolver, get_resolver

from umberpot.bench.openapi.schemas import Schema, schema_of
from umberpot.ui.calculators import Calculator
from umberpot.ui.fields.lines import EntriesField

VERSION = "1"
"""Of the contract. It goes up when a key that programs rely on goes."""

_ERRORS: Schema = {
    "type": "object",
    "properties": {
        "errors": {
            "type": "array",
            "items": {
                "type": "object",
                "properties": {"field": {"type": "string"}, "message": {"type": "string"}},
                "required": ["field", "message"],
            },
        }
    },
    "required": ["errors"],
}


def calculators() -> dict[str, type[Calculator]]:
    """Every calculator by its address."""
    return dict(_found("/", get_resolver().url_patterns))


def _found(
    before: str, patterns: list[URLPattern | URLResolver]
) -> Iterator[tuple[str, type[Calculator]]]:
    for pattern in patterns:
        address = before + str(pattern.pattern)
        if isinstance(pattern, URLResolver):
            yield from _found(address, pattern.url_patterns)
        view = getattr(getattr(pattern, "callback", None), "view_class", None)
        if view and issubclass(view, Calculator):
            yield address, view


def document() -> Schema:
    """All of it, after the OpenAPI 3.1 specification."""
    return {
        "openapi": "3.1.0",
        "info": {
            "title": "Umber Pot: the calculators",
            "version": VERSION,
            "description": "Each is a page for people and, with Accept: application/json, an answer"
            " for programs. GET, signed out; numbers are unrounded.",
        },
        "paths": {
            address: {"get": _operation(address, view)}
            for address, view in sorted(calculators().items())
        },
    }


def _operation(address: str, view: type[Calculator]) -> Schema:
    answer = get_type_hints(view.answer)["return"]
    return {
        "operationId": address.strip("/").replace("/", "-"),
        "summary": (view.__doc__ or "").strip().splitlines()[0],
        "parameters": _parameters(view.form_class()),
        "responses": {
            "200": _response("The answer", schema_of(answer)),
            "400": _response("What was wrong, at which field", _ERRORS),
        },
    }


def _response(said: str, schema: Schema) -> Schema:
    return {"description": said, "content": {"application/json": {"schema": schema}}}


def _parameters(form: forms.Form) -> list[Schema]:
    return [
        _parameter(name, field, form.get_initial_for_field(field, name))
        for name, field in form.fields.items()
    ]


def _parameter(name: str, field: forms.Field, usual: Any) -> Schema:
    """``usual`` is what counts where the key is left out; None or '' where nothing does."""
    one: Schema = {"type": "string"}
    choices = [str(key) for key, _ in getattr(field, "choices", []) if key != ""]
    if choices:
        one["enum"] = choices
    has_usual = usual not in (None, "")
    if has_usual:
        one["default"] = str(usual)
    written = field.as_written if isinstance(field, EntriesField) else ""
    said = [str(field.label or name), written, str(field.help_text)]
    return {
        "name": name,
        "in": "query",
        "required": field.required and not has_usual,
        "description": ". ".join(part.rstrip(".") for part in said if part),
        "schema": {"type": "array", "items": one} if _is_repeated(field) else one,
    }


def _is_repeated(field: forms.Field) -> bool:
    """Whether the key may stand several times in a query."""
    read: Any = field.widget.value_from_datadict(QueryDict("key=a&key=b"), {}, "key")
    return isinstance(read, list)
