"""The limits a studio judges by."""
