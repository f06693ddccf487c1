"""Commands of Kiln."""
