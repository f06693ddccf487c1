"""The whole studio as one file: out of one installation, and into an empty studio of another."""
