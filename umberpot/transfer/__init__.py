"""In and out: materials, mixes and plans as CSV and JSON, as docs/formats.md tells."""
