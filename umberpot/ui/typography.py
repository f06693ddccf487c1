"""No quantity parts from its unit at the end of a line: the spaces in one are no-break spaces.

Done where pages leave, for every sentence at once: names that people typed hold quantities too
("6 % Quay Blue"), and are stored with the spaces that a keyboard has. What a form sends back is
left as it is: attributes, and what stands in a field.
"""

import re
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase

NO_BREAK = "\u00a0"

UNITS = ("%", "g", "kg", "mg", "mm", "cm", "m", "ml", "l", "°C", "°F", "h", "min", "s", "€", "kW")

_TAGS = re.compile(
    r"(<(textarea|script|style|title)\b.*?</\2\s*>|<!--.*?-->|<[^>]*>)", re.DOTALL | re.IGNORECASE
)
_UNIT = rf"(?:{'|'.join(map(re.escape, UNITS))})(?![\w°])"
# A template may have a line's end where the browser shows one space.
_QUANTITY = re.compile(rf"(?<=\d)\s+(?={_UNIT})")
_INLINE = r"(?:</?(?:strong|span|a|abbr|b|em)\b[^>]*>)+"
_ACROSS_TAGS = re.compile(rf"(?<=\d)(?:({_INLINE})\s+|\s+({_INLINE}))(?={_UNIT})")
_AROUND = re.compile(r"(?<=ΔE)\s+(?=\d)|(?<=\d)\s+(?=±\s*\d)|(?<=±)\s+(?=\d)|(?<=\bcone)\s+(?=\d)")


def kept_together(text: str) -> str:
    """A text whose quantities do not part: 6 %, 18 mm, ΔE 0.6 ± 0.4, cone 6."""
    return _AROUND.sub(NO_BREAK, _QUANTITY.sub(NO_BREAK, text))


def kept_together_in(html: str) -> str:
    """The same for the text of a page, and nothing else of it."""
    # Every third part is the text between tags; the two after it are a tag, and its name or None.
    parts = _TAGS.split(html)
    parts[::3] = [kept_together(text) if text.strip() else text for text in parts[::3]]
    joined = "".join(part for place, part in enumerate(parts) if place % 3 != 2)
    return _ACROSS_TAGS.sub(_joined_across, joined)


def _joined_across(found: re.Match[str]) -> str:
    """The space between a number and its unit, where one of them is in a tag of its own."""
    tags_before, tags_after = found.groups(default="")
    return f"{tags_before}{NO_BREAK}{tags_after}"


class KeptTogether:
    """Every page and fragment goes out so."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self._get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        response = self._get_response(request)
        is_page = response.headers.get("Content-Type", "").startswith("text/html")
        if is_page and isinstance(response, HttpResponse) and "Content-Disposition" not in response:
            response.content = kept_together_in(response.content.decode()).encode()
            if "Content-Length" in response:  # a no-break space is two bytes
                response["Content-Length"] = str(len(response.content))
        return response
