"""Loads of a kiln: what stands where on its shelves."""
