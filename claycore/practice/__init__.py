"""Short exercises made of a studio's own clays and stains, marked with the mistake named."""
