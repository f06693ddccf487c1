"""Taking back a step that set something aside, removed it, or brought in many rows."""
