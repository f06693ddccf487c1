"""Test pieces: planning them, what is read off them, and what their readings say."""
