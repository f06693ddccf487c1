"""Library: the studio's memory."""
