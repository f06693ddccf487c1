"""What the supplier of a bought body claims of it."""
