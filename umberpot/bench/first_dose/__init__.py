"""The way in for a newcomer: a clay, a colourant, and a dose of the one for the other."""
