"""Made tiles whose true colours are known, with noise that is alike all round in CIEDE2000."""

import numpy as np

from claycore.colour.difference import ciede2000_of
from claycore.colour.notation import Lab

STRENGTHS = (3.0, 6.0, 9.0, 12.0)


def jitter(rng, lab, sd):
    """A colour's noise: root mean square CIEDE2000 of ``sd``, in every direction of Lab alike."""
    step = np.eye(3) * 0.5
    per_unit = ciede2000_of(lab, lab + step) / 0.5
    return rng.normal(0, sd / np.sqrt(3), 3) / per_unit


def made_series(rng, pcts=STRENGTHS):
    """The true colours of a stain that levels off sooner or later, by percentage."""
    clay = np.array([rng.uniform(70, 92), rng.uniform(-2, 4), rng.uniform(4, 14)])
    strongest = np.array([rng.uniform(25, 60), rng.uniform(-30, 40), rng.uniform(-40, 40)])
    rate = rng.uniform(0.08, 0.8)
    return {pct: clay + (strongest - clay) * (1 - np.exp(-rate * pct)) for pct in pcts}


def fired(rng, true, sd, each):
    """Tiles of a made series, as they were read."""
    return {
        pct: [Lab(*(colour + jitter(rng, colour, sd))) for _ in range(each)]
        for pct, colour in true.items()
    }
