"""What this place is called on its pages, and the tools it has."""

from umberpot.ui.tools import Tool, ToolGroup

PLACE = "Results"

_CALCULATORS = (
    Tool("results:shrinkage", "Shrinkage calculator", "From two or three lengths of a line"),
    Tool("results:absorption", "Absorption calculator", "From the dry and the soaked weight"),
)

_WARE = Tool("results:ware", "Ware calculator", "Food, dishwasher, microwave: what is established")

_COLOURS = (
    Tool("results:colour-difference", "Colour difference", "How far apart two fired colours are"),
    Tool("results:colour-series", "Colour series", "Which strength is enough"),
    Tool("results:colour-match", "Colour match", "Which colourants come near a colour you want"),
    Tool("results:colour-next", "Tiles to fire next", "Which strengths are worth testing next"),
)

CALCULATORS_TABBED = (ToolGroup("", (*_CALCULATORS, _WARE)), ToolGroup("", _COLOURS))

_PASTED = Tool("results:pasted-clay", "Pasted readings", "Everything the bars of a clay show")

CALCULATORS = (ToolGroup("", (*_CALCULATORS, _PASTED, _WARE, *_COLOURS)),)

TOOLS = (
    ToolGroup(
        "",
        (
            Tool("results:clays", "Clays"),
            Tool("results:trials", "Colour trials"),
            Tool("results:wall", "Tile wall"),
            Tool("results:find", "Find a colour"),
            Tool("results:batches", "Ware"),
            Tool("results:limits", "Limits"),
        ),
    ),
    ToolGroup("", (*_CALCULATORS, _WARE, _COLOURS[0])),
)
