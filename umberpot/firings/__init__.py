"""Kilns and firings as they are recorded, with their air and their witness cones."""
