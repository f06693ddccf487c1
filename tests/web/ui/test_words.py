"""Words that were retired for one that newcomers know stay retired, on pages and in sentences."""

import ast
import re
from pathlib import Path

import pytest

TOP = Path(__file__).parents[3]
RETIRED = {
    "reckon": "calculate",
    "judge it": "update the verdict",
    "keep it": "save, or suitable as it is",
    "mend it": "adjust",
    "take it back": "restore",
    "set it aside": "set aside",
    "take it in": "import",
    "in and out": "import and export",
    "for instance": "for example",
    "a kilo": "per kg",
    "hung in water": "suspended weight",
    "soaked by": "soaking method",
    "seen on it": "observations",
    "what it says": "results",
    "time something": "start a timer",
    "from memory": "not checked against the standard",
    "straddles": "could be either side of",
    "twins": "the others",
    "a clay just dug": "dug clay",
    "till": "until",
    "powder it": "colourant",
    "greasy": "smooth",
    "gritty": "sandy",
    "anew": "again",
    "whose limits": "limits",
    "not yet:": "check this:",
    "share of the total": "of clay plus colourant",
    "seen on": "observations",
    "to end at": "fired size",
    "(g|bars|tiles|pieces) in all": "in total",
    "sibling": "the other bars",
    "line of blends": "line blend",
    "so much": "how much, exactly",
    "read off": "taken from",
    "put right": "corrected",
    "put it right": "correct",
    "dear clay": "expensive clay",
    "is right": "is correct",
    "not tried": "not tested",
    "taken in": "imported",
    "these sums": "these calculations",
    "sums": "calculations",
    "(archived?|archives)": "set aside; full export",
    "retired": "set aside",
    "retire": "set aside",
    "not decided": "inconclusive",
    "equal (tiles|bars|pieces)": "identical",
    "trials? of factors": "factor trial",
    "usual waits": "waiting times",
    "half down": "half bent",
    "(another|one|this|the other) school": "limits",
    "drawn by lot": "random",
    "beside each other": "side by side, compared",
    "lie as far apart": "differ as much",
    "report to hand on": "report",
    "what the words mean": "glossary",
}
"""What is not said any more, and what is said instead; each matched as whole words."""

TEMPLATES = sorted((TOP / "umberpot").rglob("templates/**/*.html"))
MODULES = sorted([*(TOP / "umberpot").rglob("*.py"), *(TOP / "claycore").rglob("*.py")])


def words_of_template(text):
    """What a person reads of a template: no tags of Django or HTML, but labels and hints."""
    text = re.sub(r"{%.*?%}|{{.*?}}|{#.*?#}", lambda tag: " ".join(_quoted(tag[0])), text)
    labels = re.findall(r'(?:aria-label|placeholder|title|alt)="([^"]*)"', text)
    return " ".join([re.sub(r"<[^>]*>", " ", text), *labels])


def _quoted(tag):
    """The sentences handed to a component: what stands in quotes and has a space in it."""
    return [said for said in re.findall(r'"([^"]*)"', tag) if " " in said]


def sentences_of_module(source):
    """Strings with a space in them that are no docstring."""
    tree = ast.parse(source)
    docstrings = {id(node.value) for node in ast.walk(tree) if isinstance(node, ast.Expr)}
    return " ".join(
        node.value
        for node in ast.walk(tree)
        if isinstance(node, ast.Constant)
        and isinstance(node.value, str)
        and " " in node.value
        and id(node) not in docstrings
    )


def retired_in(text):
    text = " ".join(text.split())
    return [word for word in RETIRED if re.search(rf"\b{word}\b", text, re.IGNORECASE)]


@pytest.mark.parametrize("path", TEMPLATES, ids=lambda path: path.stem)
def test_no_template_says_a_retired_word(path):
    assert retired_in(words_of_template(path.read_text())) == []


def test_no_sentence_says_a_retired_word():
    assert len(MODULES) > 150
    found = {
        str(path.relative_to(TOP)): words
        for path in MODULES
        if "migrations" not in path.parts
        and (words := retired_in(sentences_of_module(path.read_text())))
    }
    assert found == {}


def test_the_look_for_retired_words_finds_them():
    assert retired_in("Reckon a shrinkage, for instance.") == ["reckon", "for instance"]
    assert retired_in("A still kiln.") == []
    assert "Judge it so" in words_of_template('<a title="Judge it so">x</a>')
    assert "Keep it now" in words_of_template('{% field x hint="Keep it now" %}')
    assert sentences_of_module('"""Reckon it."""\nX = "Keep it so"') == "Keep it so"
