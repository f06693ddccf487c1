"""Coloured clay left of a mix, and reclaim buckets."""
