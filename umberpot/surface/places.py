"""What this place is called on its pages, and the tools it has."""

from umberpot.ui.tools import Tool, ToolGroup

PLACE = "Surface"

_AMOUNT = Tool("surface:amount", "Slip amount calculator", "Slip for an area, and what is in it")

_PLAN = Tool(
    "surface:plan-calculator", "Surface calculator", "Steps, waiting times, slip for coats"
)

CALCULATORS = (ToolGroup("", (_PLAN, _AMOUNT)),)

_PAGES = (
    Tool("surface:plans", "Surface plans"),
    Tool("surface:factor-trials", "Factor trials"),
    Tool("surface:waits", "Waiting times"),
)

TOOLS = (ToolGroup("", _PAGES), *CALCULATORS)
