"""The forms of an answer's page, as a browser would send them."""

from dataclasses import dataclass, field
from html.parser import HTMLParser

from django.http import HttpResponse

_NOTHING_TYPED = {"hidden", "submit", "button", "file", "reset", "image"}


@dataclass
class PageForm:
    """One form: where it goes, what it would send, and what of it a person sees filled in."""

    method: str
    action: str
    sends: dict[str, list[str]] = field(default_factory=dict)
    filled: set[str] = field(default_factory=set)

    def put(self, name: str, value: str, *, seen: bool) -> None:
        self.sends.setdefault(name, []).append(value)
        if seen and value:
            self.filled.add(name)

    def with_typed(self, **typed: str) -> dict[str, list[str] | str]:
        """What is sent once some of its fields were typed into."""
        assert set(typed) <= set(self.sends), set(typed) - set(self.sends)
        return {**self.sends, **typed}


class _Forms(HTMLParser):
    def __init__(self) -> None:
        super().__init__(convert_charrefs=True)
        self.found: list[PageForm] = []
        self._open: PageForm | None = None
        self._text: tuple[str, list[str]] | None = None
        self._select: tuple[str, list[tuple[str, bool]]] | None = None

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        told = {name: value or "" for name, value in attrs}
        if tag == "form":
            self._open = PageForm(told.get("method", "get").lower(), told.get("action", ""))
            self.found.append(self._open)
        if self._open is None or "disabled" in told:
            return
        name = told.get("name", "")
        if tag == "input" and name:
            self._input(self._open, name, told)
        elif tag == "textarea":
            self._text = (name, [])
        elif tag == "select":
            self._select = (name, [])
        elif tag == "option" and self._select:
            self._select[1].append((told.get("value", ""), "selected" in told))

    def _input(self, form: PageForm, name: str, told: dict[str, str]) -> None:
        kind = told.get("type", "text")
        if kind in ("checkbox", "radio"):
            if "checked" in told:
                form.put(name, told.get("value", "on"), seen=True)
        elif kind == "hidden" or kind not in _NOTHING_TYPED:
            form.put(name, told.get("value", ""), seen=kind != "hidden")

    def handle_data(self, data: str) -> None:
        if self._text:
            self._text[1].append(data)

    def handle_endtag(self, tag: str) -> None:
        if tag == "form":
            self._open = None
        elif tag == "textarea" and self._text and self._open is not None:
            name, parts = self._text
            self._open.put(name, "".join(parts).removeprefix("\n"), seen=True)
            self._text = None
        elif tag == "select" and self._select and self._open is not None:
            name, options = self._select
            chosen = [value for value, picked in options if picked]
            for value in chosen or [value for value, _ in options[:1]]:
                self._open.put(name, value, seen=bool(chosen))
            self._select = None


def forms_of(answer: HttpResponse) -> list[PageForm]:
    """The forms of a page that are sent with POST."""
    read = _Forms()
    read.feed(answer.content.decode())
    return [form for form in read.found if form.method == "post"]
