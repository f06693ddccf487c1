"""Slip and coloured clay on a piece: shapes, amounts, coats and what they will look like."""
