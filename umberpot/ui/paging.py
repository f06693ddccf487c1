"""Long lists a page at a time."""

from typing import TypeVar

from django.core.paginator import Page, Paginator
from django.db.models import Model, QuerySet
from django.http import HttpRequest

Row = TypeVar("Row", bound=Model)


def page_of(
    request: HttpRequest, rows: "QuerySet[Row]", at_a_time: int, param: str = "page"
) -> "Page[Row]":
    """The page of a list that the query string asks for; the nearest there is to a bad number.

    A page with several lists gives each its own ``param``.
    """
    return Paginator(rows, at_a_time).get_page(request.GET.get(param))
