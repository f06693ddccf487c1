"""Specks and streaks of a trial's tiles, beside grain size and pouring."""
