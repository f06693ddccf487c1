"""What a figure is: bounds, units, uncertainty, and how it is written. Imports nothing above it."""
