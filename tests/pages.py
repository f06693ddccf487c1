"""What an answer's page says, as its reader sees it, however its source is laid out."""

from html.parser import HTMLParser

from django.http import HttpResponse
from django.utils.html import strip_tags

_WITHOUT_END = {"area", "br", "col", "hr", "img", "input", "link", "meta", "source", "wbr"}


def words_of(answer: HttpResponse) -> str:
    """The page's text in one line: tags gone, one space for any white space."""
    return " ".join(strip_tags(answer.content.decode()).split())


class _Links(HTMLParser):
    """Collects where the links of a page lead that do not stand in something ``hidden_by``."""

    def __init__(self, hidden_by: str) -> None:
        super().__init__()
        self.found: set[str] = set()
        self._hidden_by = hidden_by
        self._hidden_in: list[bool] = []

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        told = dict(attrs)
        hidden = self._hidden_by in told or any(self._hidden_in[-1:])
        if tag not in _WITHOUT_END:
            self._hidden_in.append(hidden)
        if tag == "a" and not hidden and told.get("href"):
            self.found.add(str(told["href"]))

    def handle_endtag(self, tag: str) -> None:
        if tag not in _WITHOUT_END and self._hidden_in:
            self._hidden_in.pop()


def links_of(answer: HttpResponse, hidden_by: str) -> set[str]:
    """Where the page's links lead, without those in an element with this attribute."""
    links = _Links(hidden_by)
    links.feed(answer.content.decode())
    return links.found


def rows_by_kind(answer):
    """What a search found, by the title of its kind."""
    return {kind.title: kind.rows for kind in answer.kinds}
