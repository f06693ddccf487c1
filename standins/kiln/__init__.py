"""An electric kiln with its controller, which speaks plain text lines over TCP: docs/formats.md."""
