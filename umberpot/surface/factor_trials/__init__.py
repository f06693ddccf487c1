"""Factor trials: planned, rated, and held against what was expected."""
