"""Where a dug clay comes from and what it was like before any firing."""
