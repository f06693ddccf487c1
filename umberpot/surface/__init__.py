"""Surface: slip and coloured clay on the piece."""
