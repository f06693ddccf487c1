"""Factor trials: what everyone says about a surface, put to a test that can say no."""
