"""Import and export: a studio's shelf, plans and mixes as CSV and JSON; see docs/formats.md."""
