"""What the readings say: calculators, results and verdicts."""
