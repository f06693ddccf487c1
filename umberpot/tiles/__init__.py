"""Trials, tiles and the readings taken of them."""
