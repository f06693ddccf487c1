"""What someone means who types as people talk: a colour, a time of the year, and other words.

Colours are families in CIELAB; a season is that of the northern half of the earth, the last one
that has begun.
"""

from calendar import month_name, monthrange
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from claycore.colour.naming import Family, families_named
from claycore.colour.notation import Lab
from umberpot.library.search.typed import folded

STOP_WORDS = frozenset(
    {
        *("a", "an", "and", "any", "are", "at", "by", "did", "do", "find", "for", "from", "had"),
        *("has", "have", "i", "in", "is", "it", "its", "made", "me", "my", "of", "on", "our"),
        *("show", "some", "that", "the", "their", "there", "these", "they", "this", "those", "to"),
        *("was", "we", "were", "what", "when", "where", "which", "with", "you", "your"),
    }
)
"""Words that say nothing of what is looked for."""


@dataclass(frozen=True)
class Shade:
    """A word that says how a colour is: which lightness and chroma it means. Our choice."""

    words: tuple[str, ...]
    fits: Callable[[Lab], bool]


SHADES = (
    Shade(("pale", "light", "soft", "pastel"), lambda lab: lab.lightness >= 65),
    Shade(("dark", "deep"), lambda lab: lab.lightness < 48),
    Shade(("strong", "bright", "vivid", "intense"), lambda lab: lab.chroma >= 30),
    Shade(("dull", "muted", "greyish", "grayish"), lambda lab: lab.chroma < 22),
)

SEASONS = {"spring": (3, 5), "summer": (6, 8), "autumn": (9, 11), "fall": (9, 11)}
"""The first and the last month of each that lies within one year."""

MONTHS = {month_name[number].lower(): number for number in range(1, 13)}


@dataclass(frozen=True)
class Colour:
    """A colour in words: its families, and the shades that were said of it."""

    words: str
    families: frozenset[Family]
    shades: tuple[Shade, ...]

    def fits(self, family: Family, lab: Lab) -> bool:
        """Whether a colour of a family is meant."""
        return family in self.families and all(shade.fits(lab) for shade in self.shades)


@dataclass(frozen=True)
class Span:
    """A time in words, and its first and last day."""

    words: str
    first: date
    last: date


@dataclass(frozen=True)
class Meaning:
    """What was understood: a colour, a time, and the words that are neither."""

    words: tuple[str, ...]
    colour: Colour | None = None
    span: Span | None = None

    @property
    def says_more(self) -> bool:
        """Whether anything but words was understood."""
        return self.colour is not None or self.span is not None


def without_stop_words(words: Sequence[str]) -> list[str]:
    """The words that say something; all of them where none does."""
    return [word for word in words if folded(word) not in STOP_WORDS] or list(words)


def meaning_of(words: Sequence[str], today: date) -> Meaning:
    """What some words mean; a word that is part of a colour or a time is not looked for as well."""
    left, families, shades, of_colour = list(words), None, [], []
    for word in words:
        plain = folded(word)
        named = families_named(plain)
        shade = next((one for one in SHADES if plain in one.words), None)
        if named and families is None:
            families = named
        elif shade:
            shades.append(shade)
        else:
            continue
        of_colour.append(word)
    span, of_span = _span_of(words, today)
    if families is None:
        of_colour = []
    left = [word for word in words if word not in of_colour and word not in of_span]
    colour = Colour(" ".join(of_colour), families, tuple(shades)) if families else None
    return Meaning(tuple(left), colour, span)


def _span_of(words: Sequence[str], today: date) -> tuple[Span | None, list[str]]:
    """The time that some words name, and which of them do."""
    said = {folded(word): word for word in words}
    years = [int(word) for word in said if word.isdecimal() and 1990 <= int(word) <= today.year]
    year = years[0] if years else None
    of_year = [said[str(year)]] if year else []
    if "yesterday" in said:
        day = today - timedelta(days=1)
        return Span("yesterday", day, day), [said["yesterday"]]
    if "today" in said:
        return Span("today", today, today), [said["today"]]
    for word in said:
        if word == "winter":
            return _winter(year, today), [said[word], *of_year]
        months = SEASONS.get(word) or ((MONTHS[word],) * 2 if word in MONTHS else None)
        if months:
            return _months(word, months, year, today), [said[word], *of_year]
    if year:
        return Span(str(year), date(year, 1, 1), date(year, 12, 31)), of_year
    return None, []


def _months(word: str, months: tuple[int, int], year: int | None, today: date) -> Span:
    """From the first day of a month to the last of another; the latest that has begun."""
    first, last = months
    if year is None:
        year = today.year if date(today.year, first, 1) <= today else today.year - 1
    end = date(year, last, monthrange(year, last)[1])
    return Span(f"{word} {year}", date(year, first, 1), end)


def _winter(year: int | None, today: date) -> Span:
    """December to February, named by the year that it ends in."""
    ends_in = year or (today.year + 1 if today.month == 12 else today.year)
    last = date(ends_in, 2, monthrange(ends_in, 2)[1])
    return Span(f"winter {ends_in - 1}–{ends_in}", date(ends_in - 1, 12, 1), last)
