"""Strengths nobody made yet: the expected colour between tested tiles, and a little beyond."""
