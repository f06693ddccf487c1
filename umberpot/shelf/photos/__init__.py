"""Photographs of clays."""
