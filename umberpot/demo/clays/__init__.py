"""The clays of the invented studio."""
