"""The calculators of Kiln: one file each."""
