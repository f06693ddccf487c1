"""Loading a kiln: pieces packed onto its shelves."""
