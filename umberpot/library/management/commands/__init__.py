"""Backups: one now, one every night, and putting one back."""
