"""A bench scale that speaks plain text lines over TCP. The lines are told in docs/formats.md."""
