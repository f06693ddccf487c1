"""The journal as its owner reads it, and taking a step back."""
