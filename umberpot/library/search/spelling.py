"""What somebody may have meant who typed a word that nothing has."""

from collections.abc import Iterable, Sequence
from difflib import get_close_matches

from claycore.colour.naming import NAMED_WORDS
from claycore.glossary import WORDS
from umberpot.library.models import Indexed
from umberpot.library.search.kinds import KINDS
from umberpot.library.search.meaning import MONTHS, SEASONS
from umberpot.library.search.pages import every_page
from umberpot.library.search.typed import folded
from umberpot.studio.models import Studio

LEAST_ALIKE = 0.72
"""How alike two words are that one may stand for the other: a letter off in one of four. difflib's
measure; our choice."""

SHORTEST = 3
MOST_NAMES = 3000
"""Names of the studio's things whose words are known, the latest."""


def did_you_mean(studio: Studio, words: Sequence[str]) -> str:
    """The same with the words that nothing begins with put right; '' where none can be."""
    known = _known(studio)
    found = [_nearest(word, known) for word in words]
    return " ".join(found) if found != list(words) else ""


def _nearest(word: str, known: Sequence[str]) -> str:
    plain = folded(word)
    if len(plain) < SHORTEST or any(one.startswith(plain) for one in known):
        return word
    return next(iter(get_close_matches(plain, known, 1, LEAST_ALIKE)), word)


def _known(studio: Studio) -> list[str]:
    """Words of the studio's own names first, then those of pages, colours and the trade."""
    named = Indexed.objects.of(studio).exclude(kind=KINDS["tiles"].slug)
    said: Iterable[str] = named.order_by("-pk").values_list("name", flat=True)[:MOST_NAMES]
    pages = (name for page in every_page() for name in page.names)
    trade = (one.word for one in WORDS)
    texts = [*said, *pages, *trade, *NAMED_WORDS, *SEASONS, *MONTHS]
    words = (word.strip(".,:;()") for text in texts for word in folded(text).split())
    return list(dict.fromkeys(word for word in words if len(word) >= SHORTEST))
