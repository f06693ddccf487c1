"""Findings: drafted from the figures, edited and signed, superseded by later ones."""
