"""What this place is called on its pages, and the tools it has."""

from umberpot.ui.tools import Tool, ToolGroup

PLACE = "Results"

_CALCULATORS = (
    Tool("results:shrinkage", "Shrinkage calculator"),
    Tool("results:absorption", "Absorption calculator"),
)

CALCULATORS = (ToolGroup("", _CALCULATORS),)

TOOLS = (
    ToolGroup(
        "",
        (
            Tool("results:clays", "Clays"),
            Tool("results:trials", "Colour trials"),
            *_CALCULATORS,
            Tool("results:limits", "Limits"),
        ),
    ),
)
