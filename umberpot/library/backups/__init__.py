"""Backups of the whole data file: made at night and before every update, thinned out, restored."""
