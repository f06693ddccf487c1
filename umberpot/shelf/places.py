"""What this place is called on its pages, and the tools it has."""

from umberpot.ui.tools import Tool, ToolGroup

PLACE = "Shelf"

TOOLS = (
    ToolGroup(
        "",
        (
            Tool("shelf:shelf", "Shelf"),
            Tool("shelf:labels", "Print labels"),
            Tool("transfer:transfer", "Import and export"),
        ),
    ),
)
