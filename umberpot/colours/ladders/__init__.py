"""Stains as ladders: their fired tiles by strength, and which of them ranges widest."""
