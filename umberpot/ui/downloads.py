"""Answers that a browser keeps as a file."""

from typing import TypeVar

from django.http import HttpResponse, HttpResponseBase
from django.utils.http import content_disposition_header
from django.utils.text import slugify

LONGEST_NAME = 60
CSV = "text/csv; charset=utf-8"
HTML = "text/html; charset=utf-8"
PDF = "application/pdf"

Answer = TypeVar("Answer", bound=HttpResponseBase)


def file_name(words: str, ending: str, otherwise: str) -> str:
    """A name that every system takes, from what people call the thing; ``otherwise`` where no
    letter of that is left."""
    return f"{slugify(words)[:LONGEST_NAME].strip('-') or otherwise}{ending}"


def download(body: str | bytes, content_type: str, name: str) -> HttpResponse:
    """The body as a file of this name."""
    return as_file(HttpResponse(body, content_type=content_type), name)


def as_file(answer: Answer, name: str) -> Answer:
    """An answer of any kind as a file of this name."""
    header = content_disposition_header(as_attachment=True, filename=name)
    answer.headers["Content-Disposition"] = header or "attachment"
    return answer
