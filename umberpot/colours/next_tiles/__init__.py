"""Which tile to fire next: for a wanted colour, for how much is enough, or to know a stain."""
