"""What this place is called on its pages, and the tools it has."""

from umberpot.ui.tools import Tool, ToolGroup

PLACE = "Kiln"

_CONE = Tool("kiln:cone", "Cone calculator", "Where a cone bends at a rate, in °C and °F")
_SCHEDULE = Tool("kiln:schedule", "Schedule calculator", "How long it takes, which cone it reaches")
_OUTCOME = Tool("kiln:outcome", "Outcome of a firing", "What the ware received, by cones and log")
_LOAD = Tool("kiln:load", "Loading calculator", "Where pieces stand, how many firings they need")

CALCULATORS = (ToolGroup("", (_CONE, _SCHEDULE, _OUTCOME, _LOAD)),)

TOOLS = (
    ToolGroup(
        "",
        (
            Tool("kiln:kiln", "To fire"),
            Tool("kiln:firings", "Past firings"),
            Tool("kiln:schedules", "Schedules"),
            Tool("kiln:kilns", "Kilns"),
        ),
    ),
    *CALCULATORS,
)
