"""Fired colours: read, compared, looked for, predicted, hung side by side."""
