"""The invented studio that bin/demo shows."""
