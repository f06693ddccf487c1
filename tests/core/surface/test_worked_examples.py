"""Whole answers about surfaces: steps, advice, amounts, shapes, factor trials, previews."""

import numpy as np

from claycore.colour.notation import Lab
from claycore.measure.errors import ClayError
from claycore.surface import amounts, samples, shapes, steps, techniques
from claycore.surface.amounts import Coating
from claycore.surface.factor_trials import design, effects, raters, sentences
from claycore.surface.factor_trials.design import Design, Factor
from claycore.surface.factor_trials.effects import PieceResult
from claycore.surface.factor_trials.expectations import Claim, ClaimKind, outcome
from claycore.surface.factor_trials.scales import SCALES
from claycore.surface.fused import ConeRange, FusedKind
from claycore.surface.previews import feathered, joggled, scratched, sponged_back, stacked, stripes
from claycore.surface.previews.feathered import Trails
from claycore.surface.previews.joggled import Tilt
from claycore.surface.previews.layers import WallLayer
from claycore.surface.previews.sponged_back import Form
from claycore.surface.previews.stacked import Block
from tests.core.surface.cases import CASES
from tests.core.surface.test_cases import stack_of
from tests.core.worked_pages import page_test


def surfaces():
    found = {}
    for case in CASES:
        stack = stack_of(case)
        done = techniques.steps_of(stack)
        found[f"{case.code}: {case.why}"] = {
            "steps": [f"{one.title} ({one.least_min}–{one.most_min} min) {one.do}" for one in done],
            "advice": techniques.advise(stack),
            "cautions": techniques.cautions_of(stack),
            "slips": amounts.slips_for(stack, 640) or "none",
            "samples": [
                f"{one.title}: {samples.words_of(one.coats)}" for one in samples.samples_of(stack)
            ],
        }
    return found


def times():
    stack = stack_of(CASES[0])
    own = {one.code: steps.OwnTime(35, 700) for one in techniques.steps_of(stack)[:6]}
    done = techniques.steps_of(stack)
    return {
        "on the line": [
            f"{one.step.title}: {one.earliest_min} to {one.latest_min}, {one.summary}"
            for one in steps.line_of_time(done)
        ],
        "as a protocol": steps.as_protocol(done),
        "with own times": [
            one.summary for one in steps.line_of_time(steps.with_own_times(done, own))
        ],
    }


MUG, BOWL = shapes.Beaker(rim=88, foot=76, height=96), shapes.Bowl(rim=164, height=62)
PLATE, BOX = shapes.Plate(246, 22), shapes.Box(92, 130, 54)
TILE = shapes.TileShape(104, 96, 7)


def refused_or(value):
    try:
        return value()
    except ClayError as refused:
        return str(refused)


def forms():
    every = {"mug": MUG, "bowl": BOWL, "plate": PLATE, "box": BOX, "tile": TILE}
    return {
        name: {
            "across and deep": (shape.across, shape.depth),
            "areas": {
                f"{side}, to {dip}": refused_or(lambda s=shape, a=side, d=dip: s.area_cm2(a, d))
                for side in shapes.Side
                for dip in (None, 20.0)
            },
            "in a bucket of 30 cm": refused_or(lambda s=shape: shapes.bucket_for(s, 300)),
            "to a line": refused_or(lambda s=shape: shapes.bucket_for(s, 300, 20)),
            "in a small one": refused_or(lambda s=shape: shapes.bucket_for(s, 90)),
        }
        for name, shape in every.items()
    } | {
        "slip for 640 cm²": amounts.slip_for(
            Coating(640, 2, 0.35, 1.44, 2.72, 12, {"Kelp": 9, "Slate": 2}, 35)
        ),
        "made for": {
            f"{kind} at {cone}": ConeRange("5", "7").summary(kind, "Fog", cone)
            for kind in FusedKind
            for cone in ("04", "5", "7", "9")
        },
    }


SLIP = Factor("slip", ("chalk", "slate", "rust"))
COATS = Factor("coats", ("one", "two"))


def rated(cell):
    """A made rating: rust loses colour, two coats less of it; both together hardly any."""
    if design.is_control(cell):
        return 1.0 + design.control_number(cell)
    slip, coats = cell
    return {0: 1.0, 1: 1.0, 2: 3.4}[slip] - (1.2 if coats and slip == 2 else 0.2 * coats)


def trials():
    plan = Design((SLIP, COATS), 5, ("bare clay", "tested white"))
    bumps = (0.3, -0.4, 0.0, 0.6, -0.2)
    results = [
        PieceResult(slab, cell, float(np.clip(round(rated(cell) + bumps[slab]), 0, 4)))
        for slab, places in enumerate(plan.lay_out(11))
        for cell in places
    ]
    found = effects.effects_of(plan, results)
    scale = next(iter(SCALES.values()))
    claims = [
        Claim(factor, kind, level) for factor in (0, 1) for kind in ClaimKind for level in (None, 1)
    ]
    several = {("a", 1): 0, ("b", 1): 1, ("c", 1): 4, ("a", 2): 2, ("b", 2): 2, ("a", 3): 3}
    return {
        "laid out": plan.lay_out(11),
        "plan": sentences.of_plan(plan),
        "may decide": (plan.can_decide, plan.questions, plan.smallest_p(0), plan.smallest_p(1)),
        "slabs to decide": design.slabs_to_decide((SLIP, COATS), ("bare clay",)),
        "effects": found,
        "sentences": sentences.clearest_first(sentences.all_of(plan, found, scale)),
        "claims": [f"{sentences.of_claim(plan, one)}: {outcome(one, found)}" for one in claims],
        "raters": raters.agreement(several),
    }


def drawn(face, marks=".o#@%*"):
    """Each place as the mark of what lies there."""
    return ["".join(marks[round(float(value))] for value in row) for row in face]


def previews():
    layers = [
        WallLayer("Green", 0.7, Lab(50, -20, 18)),
        WallLayer("Yellow", 0.4, Lab(84, 1, 36)),
        WallLayer("Body", 9.0, Lab(88, 0, 8)),
    ]
    block = Block((5.0, 3.0, 8.0), 60, 1, 5)
    board = Trails(110, 62, 2, shares=(0.3, 0.2))
    stands = sponged_back.proud(Form(4, 3), 26, 60)
    at = (np.arange(70) + 0.5) * 2
    return {
        **{f"scratched {depth} mm": scratched.scratch(layers, depth) for depth in (0.3, 0.9, 1.6)},
        "feathered": drawn(
            feathered.feather(board, feathered.strokes_across(110, 5, alternate=True), 0.6)
        ),
        "feathered one way, no shares": drawn(
            feathered.feather(Trails(110, 62, 3), feathered.strokes_across(110, 3, False), 0.6)
        ),
        "finest trail": board.finest_mm,
        "joggled": drawn(
            joggled.joggle(90, 2, 8, [Tilt.RIGHT, Tilt.AWAY, Tilt.LEFT, Tilt.TOWARDS], 0.6)
        ),
        "stripes": drawn([stripes.slip_at(at, 140, 8, (0.3, 0.15))]),
        "sponged back": drawn(sponged_back.sponge((0.2, 0.15, 0.25), stands, 0.34)),
        "how far it stands out": drawn(stands * 5),
        "stacked, cut": drawn(stacked.cut(block, 62, 1.2)),
        "stacked, thrown": drawn(stacked.thrown(block, 2.5, 40, 0.8)),
        "finest": (block.finest_mm, stacked.finest_thrown_mm(block, 2.5, 40)),
    }


PAGES = {
    "surfaces": surfaces,
    "times": times,
    "forms": forms,
    "trials": trials,
    "previews": previews,
}

test_page = page_test(__file__, PAGES)
