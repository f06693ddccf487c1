"""Opening the kiln: what came out, noted piece by piece with a few taps."""
