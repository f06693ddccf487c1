"""What someone typed, as the full text understands it: whole, or a beginning, of each word."""

import re
import unicodedata

LONGEST_TEXT = 80
MOST_WORDS = 8
_TOGETHER = "\x00"


def folded(text: str) -> str:
    """Without accents and capitals, as the index's tokenizer (unicode61) folds them."""
    apart = unicodedata.normalize("NFKD", text)
    return "".join(c for c in apart if not unicodedata.combining(c)).lower()


def key_of(name: str) -> str:
    """A name as someone types it in a hurry: folded, and without spaces."""
    return "".join(folded(name).split())[:200]


def words_in(typed: str) -> list[str]:
    """The words that can be looked for; signs alone are none. Cut to what makes sense.

    ``cone 6`` is one word: neither cone 10 nor the sixth of a month is meant.
    """
    cut = typed.replace("\x00", "")[:LONGEST_TEXT]
    whole = re.sub(r"(?i)\bcone\s+(\w+)", rf"cone{_TOGETHER}\1", cut)
    words = [word.replace(_TOGETHER, " ") for word in whole.split()]
    return [word for word in words if re.search(r"[^\W_]", word)][:MOST_WORDS]


def match(scope: str, words: list[str], columns: str) -> str:
    """An FTS5 query for rows of a scope that have all the words in some of the columns.

    Each word is quoted, so that nothing in it is taken for an operator; a word of several tokens
    (``6.5``, ``QB-14``) is looked for as they stand in a row.
    """
    quoted = " AND ".join(_quoted(word) for word in words)
    return f'scope : "{scope}" AND {{{columns}}} : ({quoted})'


def _quoted(word: str) -> str:
    begun = "" if word.lower().startswith("cone ") else " *"
    return '"' + word.replace('"', '""') + '"' + begun
