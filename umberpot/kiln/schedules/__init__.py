"""Schedules that a studio keeps: begun from a draft, edited, checked against what is loaded."""
