"""What can hurt someone, said where the work meets it."""
