"""Weighing a mix out, by hand or off the bench scale."""
