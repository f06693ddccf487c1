"""Practice: short rounds of questions made of the studio's own clays, stains and scale."""
