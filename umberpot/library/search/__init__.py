"""Going to anything: a box in every page's head."""
