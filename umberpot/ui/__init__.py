"""What pages share, and that knows no place of the application."""
