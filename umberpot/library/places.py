"""What this place is called on its pages, and the tools it has."""

from umberpot.ui.tools import Tool, ToolGroup

PLACE = "Library"

TOOLS = (
    ToolGroup(
        "",
        (
            Tool("library:findings", "Findings"),
            Tool("library:go", "Search"),
            Tool("library:beside", "Compare trials"),
            Tool("library:repeats", "Repeat firings"),
            Tool("library:shares", "Shared links"),
            Tool("library:practice", "Practice"),
            Tool("library:words", "Glossary"),
        ),
    ),
)
