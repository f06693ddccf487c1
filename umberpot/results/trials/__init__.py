"""Coloured trials: each tile, replicates, colours side by side."""
