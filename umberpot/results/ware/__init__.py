"""Batches of ware: what they may be used for, with the chain of reasons, and the card of it."""
