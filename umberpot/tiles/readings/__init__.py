"""What is read off pieces: recorded, corrected, withdrawn."""
