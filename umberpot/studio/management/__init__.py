"""Django's place for commands."""
