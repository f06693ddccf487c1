"""Previews of a plan in fired colours: drawings of what the core says, one technique a file."""
