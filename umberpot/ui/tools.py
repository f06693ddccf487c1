"""The tools of a place, as its pages offer them: in groups, by the word that heads each page."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from django.urls import reverse


@dataclass(frozen=True)
class Tool:
    """A page of a place: its URL's name, its word on tab and heading, what it is for."""

    url_name: str
    word: str
    summary: str = ""


@dataclass(frozen=True)
class ToolGroup:
    """Tools for one purpose, under its title; a place with few tools has one group without."""

    title: str
    tools: tuple[Tool, ...]


def offered_tools(
    context: dict[str, Any],
    label: str,
    groups: Sequence[ToolGroup],
    calculators: Sequence[ToolGroup],
    here: str,
) -> dict[str, Any]:
    """The tools of a place; signed out, its ``calculators``, which need no studio."""
    signed_in = context["user"].is_authenticated
    return shown_tools(label, groups if signed_in else calculators, here)


def shown_tools(label: str, groups: Sequence[ToolGroup], here: str) -> dict[str, Any]:
    """What ``ui/components/tools.html`` shows; ``here`` is the URL name of this page's tool.

    With ``here`` empty no tool is this page's, and each is shown with what it is for.
    """
    rows = [
        (
            group.title,
            [(tool, reverse(tool.url_name), tool.url_name == here) for tool in group.tools],
        )
        for group in groups
    ]
    current = [tool.word for group in groups for tool in group.tools if tool.url_name == here]
    return {"label": label, "groups": rows, "current": current[0] if current else ""}
