"""The usual waits of a studio, where its own times stand in for common practice."""
