"""What a drying shrinkage means for what a clay is wanted for. Source: common practice."""

from claycore.judging.purposes import Purpose
from claycore.testing.shrinkage import DryingBand, drying_band, reading_of_drying

_THROWN = (Purpose.THROWING, Purpose.TABLEWARE)
_BUILT = (Purpose.SLAB, Purpose.SCULPTURE, Purpose.BRICK)

_MEANS = {
    DryingBand.SHORT: {_THROWN: "it may tear on the wheel", _BUILT: "edges may crumble"},
    DryingBand.OPEN: {
        _THROWN: "easy to dry, less plastic than most throwing bodies",
        _BUILT: "good for large and thick work",
    },
    DryingBand.PLASTIC: {_THROWN: "usual for throwing", _BUILT: "dry thick work slowly"},
    DryingBand.WILD: {
        _THROWN: "dry handles and joints very slowly",
        _BUILT: "too much for thick work without grog",
    },
}


def drying_for(pct: float, purpose: str) -> str:
    """What a drying shrinkage, in percent, says of a clay for a purpose. Source: common practice.

    A slip's own drying is judged against its body's, so nothing is added there.
    """
    said = reading_of_drying(pct)
    means = _MEANS[drying_band(pct)]
    more = next((words for purposes, words in means.items() if purpose in purposes), "")
    return f"{said}; {more}" if more else said
