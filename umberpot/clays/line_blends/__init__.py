"""How a clay is adjusted: a first guess, and a line blend to make."""
