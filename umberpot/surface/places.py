"""What this place is called on its pages, and the tools it has."""

from umberpot.ui.tools import Tool, ToolGroup

PLACE = "Surface"

_AMOUNT = Tool("surface:amount", "Slip amount calculator", "Slip for an area, and what is in it")

CALCULATORS = (ToolGroup("", (_AMOUNT,)),)

TOOLS = (ToolGroup("", (Tool("surface:plans", "Surface plans"),)), *CALCULATORS)
