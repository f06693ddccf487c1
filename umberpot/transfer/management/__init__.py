"""Commands of the whole studio, out and in."""
