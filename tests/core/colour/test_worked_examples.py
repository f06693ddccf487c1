"""Whole answers about colours: series, twins, palettes, next tiles, names, evenness, doubts."""

import numpy as np

from claycore.colour import (
    by_eye,
    changes,
    comparison,
    difference,
    doubt,
    equal_tiles,
    evenness,
    fading,
    matching,
    naming,
    nearest,
    next_tiles,
    notation,
    palette,
    reach,
    series,
    shelf_shift,
    spaces,
    spectra,
    twins,
    worth_more,
)
from claycore.colour.by_eye import KnownTile, LaidOut
from claycore.colour.doubt import Doubt, SeenColour
from claycore.colour.equal_tiles import Noise
from claycore.colour.evenness import Grain, Look, Pouring
from claycore.colour.fading import OnTheColour
from claycore.colour.next_tiles import Goal, Question
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile
from claycore.colour.twins import ColouredTiles
from claycore.colour.worth_more import Tried
from tests.core.worked_pages import page_test

CLAY = Lab(86, 0.5, 7)
KELP = {3: Lab(66, -12, 8), 6: Lab(56, -17, 9), 9: Lab(50, -19, 10), 12: Lab(49.4, -19.2, 10)}
RUST = {3: Lab(64, 16, 22), 6: Lab(54, 22, 28), 9: Lab(48, 25, 30)}
FOAM = {2: Lab(76, -4, -16), 5: Lab(58, -2, -28), 8: Lab(44, 2, -34)}
TILES = [
    FiredTile({name: pct}, lab)
    for name, ladder in (("Kelp", KELP), ("Rust", RUST), ("Foam", FOAM))
    for pct, lab in ladder.items()
]
NOISE = Noise(0.7, 9)
STATED = Noise(0.5)
CAUSES = ((0.8, 0.2), (0.1, -0.3), (0.4, 0.1))
WANTED = {
    "moss": Lab(52, -8, 18),
    "petrol": Lab(48, -14, -12),
    "red": Lab(44, 68, 48),
    "pale": Lab(80, 2, 9),
    "near black": Lab(20, 0, 1),
}


def strengths():
    doubled = {pct: [lab, Lab(lab.lightness + 0.8, lab.a, lab.b)] for pct, lab in KELP.items()}
    odd = {**doubled, 6: [Lab(56, -17, 9), Lab(70, -4, 8)]}
    return {
        "one tile each": series.read_series({pct: [lab] for pct, lab in KELP.items()}),
        "by a known scatter": series.read_series({p: [lab] for p, lab in KELP.items()}, NOISE),
        "two each": series.read_series(doubled),
        "two that do not agree": series.read_series(odd),
        "one only": series.read_series({3: [KELP[3]]}),
        "worth more": worth_more.verdicts(
            [CLAY, Lab(86.4, 0.6, 7.4)],
            [
                Tried("Kelp", [KELP[9]], 2.4),
                Tried("Wrack", [Lab(50.5, -18.6, 10.4)], 1.1),
                Tried("Rust", [RUST[9]]),
                Tried("Chalk", [Lab(85.6, 0.7, 7.2)], 0.9),
                Tried("Slate", []),
            ],
            NOISE,
        ),
    }


def apart():
    seen = [SeenColour(56, -17, 9, Doubt("one", CAUSES, 0.2))]
    other = [SeenColour(54.8, -17.5, 9.4, Doubt("two", CAUSES, 0.4))]
    same_picture = [SeenColour(54.8, -17.5, 9.4, Doubt("one", CAUSES, 0.4))]
    sets = [[KELP[3], Lab(66.6, -12.2, 8.3)], [RUST[6], Lab(54.3, 21.4, 27.6), Lab(53.2, 22, 28)]]
    return {
        "scatter of sets": equal_tiles.noise_of(sets),
        "records": [equal_tiles.record_of(one) for one in sets],
        "of kelp": equal_tiles.apart([KELP[9]], [KELP[12]], NOISE),
        "by a stated scatter": equal_tiles.apart([KELP[9]], [KELP[12]], STATED),
        "three against three": equal_tiles.apart([KELP[6]] * 3, [KELP[9]] * 3, NOISE),
        "read in two pictures": equal_tiles.apart(seen, other, NOISE),
        "read in one picture": equal_tiles.apart(seen, same_picture, NOISE),
        "their mean": doubt.averaged(seen[0], other[0]),
        "no mean": doubt.averaged(seen[0], SeenColour(80, 0, 0, Doubt("two", CAUSES, 0.1))),
        "variance": doubt.difference_variance(seen, other, KELP[6]),
        "edges": [
            (of, against, edge(NOISE, of, against))
            for edge in (equal_tiles.largest_same, equal_tiles.least_different)
            for of, against in ((1, 1), (2, 3), (6, 6))
        ],
        "in words": {str(value): difference.in_words(value) for value in (0.4, 1.4, 2.5, 5, 12)},
        "compared": comparison.compare(RUST[3], KELP[6]),
        "compared, all round": [
            comparison.compare(Lab(50, a, b), Lab(54, 12, -14)).words
            for a, b in ((20, 6), (-18, 9), (-8, -22), (16, -12), (13, -15))
        ],
        "became": changes.became([RUST[9]], [Lab(58, 14, 26), Lab(59, 13, 25)], NOISE),
        "became the same": changes.became([KELP[9]], [KELP[12]], NOISE),
        "twins": twins.twins(
            [
                ColouredTiles("Kelp 9", frozenset({"Kelp"}), [KELP[9]], 2.7),
                ColouredTiles("Kelp 12", frozenset({"Kelp"}), [KELP[12]], 3.6),
                ColouredTiles("Wrack 9", frozenset({"Wrack"}), [Lab(50.3, -18.8, 10.2)], 1.1),
                ColouredTiles("Rust 9", frozenset({"Rust"}), [RUST[9]]),
            ],
            NOISE,
        ),
        "shelves": shelf_shift.shelf_shifts(
            [
                {1: [KELP[3]], 2: [Lab(67.1, -12, 8.4)], 3: [Lab(68, -11.8, 8.6)]},
                {1: [RUST[3]], 3: [Lab(66.4, 15.6, 21.8)]},
            ],
            NOISE,
        ),
        "nearest": nearest.nearest(WANTED["moss"], [tile.lab.values for tile in TILES], 4),
    }


def mixtures():
    learnt = palette.learn(CLAY, TILES)
    return {
        "bands": [
            palette.band(learnt, name, pct)
            for name, pct in (("Kelp", 4.5), ("Kelp", 15), ("Rust", 7.5), ("Foam", 1))
        ],
        "matches": {
            name: matching.match(learnt, lab, 12, 2) or "none" for name, lab in WANTED.items()
        },
        "of three": matching.match(learnt, WANTED["moss"], 12, 3),
        "out of reach": {name: reach.out_of_reach(learnt, lab, 12) for name, lab in WANTED.items()},
        "next, by goal": {
            goal: next_tiles.next_tiles(CLAY, TILES[:2], NOISE, Question(goal, 10, WANTED["moss"]))
            for goal in Goal
        },
        "strengths to choose": next_tiles.choices(10),
    }


def names():
    glazed = OnTheColour("Fog clear", True)
    unsure = OnTheColour("")
    return {
        "families": {
            f"{lightness}, {a}, {b}": naming.family_of(Lab(lightness, a, b))
            for lightness, a, b in [
                *((50, 30 * np.cos(turn), 30 * np.sin(turn)) for turn in np.arange(0, 6.2, 0.5)),
                *((12, 1, 1), (50, 1, 1), (94, 0, 2), (80, 8, 4), (40, 8, 20)),
                *((15, 6, 3), (15, 9, 4), (15, 12, 5), (15, 16, 6), (26, 3, 1)),
            ]
        },
        "named": {
            word: sorted(naming.families_named(word)) for word in ("rust", "teal", "rose", "fog")
        },
        "misnamed": {
            word: naming.misnamed(word, lab)
            for word, lab in (("Dawn Rose", KELP[3]), ("Kelp green", KELP[3]), ("Lamp", RUST[3]))
        },
        "about a name": {
            name: naming.questions_about(name)
            for name in ("Dawn Rose", "Cadmium red", "Vanadium yellow", "Chrome tin pink", "Slate")
        },
        "of a glaze": {
            name: fading.questions_of_glaze(name, on_it)
            for name in ("Chrome tin pink", "Slate")
            for on_it in (glazed, unsure, None)
        },
        "of fading": {
            f"{name}, {cone}": fading.questions_of_fading(name, glazed, cone)
            for name in ("Chrome tin pink", "Cadmium red", "Slate")
            for cone in ("", "8")
        },
        "as typed": {text: notation.parse(text) for text in ("#7a8f6b", "52, -8, 18", "#1b2c2a")},
    }


def evenly():
    looks = [
        Look(specks, streaks, grain, pouring)
        for grain, pouring, specks, streaks in [
            (Grain.UNSIEVED, Pouring.SIDE, 4.1, 0.6),
            (Grain.UNSIEVED, Pouring.BOTTOM, 3.6, 1.4),
            (Grain.MESH_60, Pouring.SIDE, 0.9, 0.5),
            (Grain.MESH_60, Pouring.BOTTOM, 1.1, 1.6),
            (Grain.MESH_60, None, 0.8, 0.7),
        ]
    ]
    known = [KnownTile(KELP[6], 1.1), KnownTile(KELP[9])]
    laid = [
        (LaidOut("white", {"Kelp": 6.0}, "bare", "6"), KELP[6]),
        (LaidOut("white", {"Kelp": 3.0, "Rust": 3.0}, "bare", "6"), RUST[3]),
        (LaidOut("grey", {"Kelp": 6.0}, "clear", "6"), KELP[9]),
        (LaidOut("white", {"Foam": 5.0}, "bare", "8"), FOAM[5]),
    ]
    asked = LaidOut("white", {"Kelp": 5.0}, "bare", "6")
    return {
        "evenness": evenness.compared(looks),
        "seen like one": by_eye.seen_like(known[:1]),
        "seen like two": by_eye.seen_like(known),
        "unlike": [by_eye.unlikeness(asked, other) for other, _ in laid],
        "laid beside": by_eye.to_lay_beside(asked, laid),
    }


def spectral():
    labs = [CLAY.values, KELP[6].values, RUST[9].values, FOAM[8].values, (20, 0, 0)]
    found = spectra.reflectances_of(labs)
    linear = np.array([[0.2, 0.4, 0.1], [0.9, 0.1, 0.5], [0.01, 0.02, 0.6]])
    return {
        "reflectances, every fifth": found[:, ::5],
        "and back": spectra.lab_of(found),
        "lab of linear": spaces.lab_from_linear(linear),
        "wide, in srgb": [spaces.in_srgb(linear, space) for space in (spaces.SRGB, spaces.WIDE)],
        "coded": spaces.srgb_from_linear(linear),
    }


PAGES = {
    "strengths": strengths,
    "apart": apart,
    "mixtures": mixtures,
    "names": names,
    "evenly": evenly,
    "spectral": spectral,
}

test_page = page_test(__file__, PAGES)
