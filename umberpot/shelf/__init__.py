"""Materials: clays and colourants, and how much is left of them."""
