"""Doses, kept mixes and weighing out."""
