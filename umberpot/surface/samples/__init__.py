"""Test tiles of a surface plan: body, coats and glaze as the piece will have them."""
