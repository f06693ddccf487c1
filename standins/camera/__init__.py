"""A simulated camera: photographs of tiles whose colours are known, in a light of one's choice."""
