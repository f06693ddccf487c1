"""Commands of the Library."""
