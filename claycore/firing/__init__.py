"""Heat: cones and what they measure."""
