"""What is timed, and its calendar."""
