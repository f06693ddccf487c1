"""Where cards lie beside a row of tiles: each way of laying them is one entry in LAYOUTS."""

from standins.studios.studios import Card

WHITE, GREY = Card((95.0, 0.0, 0.0)), Card((49.5, 0.0, 0.0))

TILES = (None,) * 6

LAYOUTS: dict[str, tuple[Card | None, ...]] = {
    "white at the left": (WHITE, *TILES),
    "grey at the left": (GREY, *TILES),
    "white at the left, grey at the right": (WHITE, *TILES, GREY),
    "white and grey at the left": (WHITE, GREY, *TILES),
    "white at both ends": (WHITE, *TILES, WHITE),
    "white and grey at the left, white at the right": (WHITE, GREY, *TILES, WHITE),
    "white and grey at both ends": (WHITE, GREY, *TILES, GREY, WHITE),
}
"""From one card to two at each end."""
