"""What this place is called on its pages, and the tools it has."""

from umberpot.ui.tools import Tool, ToolGroup

PLACE = "Mix"

TOOLS = (
    ToolGroup(
        "Plan",
        (
            Tool("mixing:dose", "Dose", "Grams of colourant for your clay"),
            Tool("mixing:kilos", "Scale up", "Ingredients for a larger amount of coloured clay"),
            Tool("mixing:series", "Series", "Several strengths from little colourant"),
            Tool("mixing:grid", "Grid", "A line or grid blend of one or two additions"),
            Tool("mixing:campaign", "Campaign", "Many colourants tried in one clay"),
            Tool("mixing:layers", "Layers", "Coloured and plain clay in one piece"),
        ),
    ),
    ToolGroup(
        "Adjust",
        (
            Tool("mixing:adjust", "Change strength", "Make a mix stronger or paler"),
            Tool("mixing:join", "Combine", "Two leftovers into one mix"),
            Tool("mixing:slip", "Slip", "Measure, thin, thicken or colour slip"),
        ),
    ),
    ToolGroup(
        "Measure and check",
        (
            Tool("mixing:water", "Water content", "From a weighed sample"),
            Tool("mixing:check-sum", "Check a calculation", "Find the mistake in your figures"),
            Tool("mixing:dark", "Compare costs", "Dark clay, stained clay or black slip"),
        ),
    ),
)
