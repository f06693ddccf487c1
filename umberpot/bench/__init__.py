"""Home: what is due now."""
