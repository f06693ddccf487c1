"""What this place is called on its pages."""

PLACE = "Library"
