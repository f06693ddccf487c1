"""Find a colour: among all fired tiles, and among mixtures nobody made yet."""
