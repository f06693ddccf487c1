"""The people, their studio and its preferences."""
