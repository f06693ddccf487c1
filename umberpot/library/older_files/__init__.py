"""Data files of before the first schema, brought over to it."""
