"""Imports that did not end are undone."""
