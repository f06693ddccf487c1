"""Printed labels of a trial's tiles."""
