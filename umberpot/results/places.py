"""What this place is called on its pages, and the tools it has."""

from umberpot.ui.tools import Tool, ToolGroup

PLACE = "Results"

_CALCULATORS = (
    Tool("results:shrinkage", "Shrinkage calculator", "From two or three lengths of a line"),
    Tool("results:absorption", "Absorption calculator", "From the dry and the soaked weight"),
)

CALCULATORS_TABBED = (ToolGroup("", _CALCULATORS),)

_PASTED = Tool("results:pasted-clay", "Pasted readings", "Everything the bars of a clay show")

CALCULATORS = (ToolGroup("", (*_CALCULATORS, _PASTED)),)

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
