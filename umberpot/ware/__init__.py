"""Batches of ware: what they may be used for, by which tests, on a card."""
