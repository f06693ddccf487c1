"""Series and grids as trials: their tiles, followed step by step."""
