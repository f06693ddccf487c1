"""What would mend a clay: a first guess, and a line blend to make."""
