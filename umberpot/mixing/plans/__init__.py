"""Series and grids that someone decided to make."""
