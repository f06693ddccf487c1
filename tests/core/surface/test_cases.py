"""The surfaces that were judged by hand, and what must hold of every technique."""

from itertools import pairwise, product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.safety.cautions import CAUTIONS
from claycore.surface.advice import RuleCode
from claycore.surface.amounts import slips_for
from claycore.surface.coats import (
    USUAL_MM,
    Application,
    Clear,
    Coat,
    CoatStack,
    Onto,
    SlipKind,
    Technique,
)
from claycore.surface.fused import GlazeLook
from claycore.surface.steps import WAITS, StepCode, as_protocol
from claycore.surface.techniques import (
    TECHNIQUES,
    advise,
    cautions_of,
    choices,
    covers_pct,
    steps_of,
)
from claycore.surface.techniques.entry import Lies
from tests.core.surface.cases import CASES


def coat_of(technique, name, application, coats, lightness, *more):
    onto, kind, thick = (*more, None, None, None)[:3]
    return Coat(
        name,
        Application(application),
        coats,
        thick or USUAL_MM[Application(application)],
        Onto(onto) if onto else TECHNIQUES[technique].onto,
        lightness,
        SlipKind(kind) if kind else SlipKind.RAW,
    )


def stack_of(case):
    technique = Technique(case.technique)
    more = {**case.stack, "clear": Clear(case.stack.get("clear", "none"))}
    more["glaze_look"] = GlazeLook(case.stack.get("glaze_look", "clear"))
    return CoatStack([coat_of(technique, *coat) for coat in case.coats], technique, **more)


@pytest.mark.parametrize("case", CASES, ids=lambda case: case.code)
def test_a_careful_maker_would_do_the_same(case):
    stack = stack_of(case)
    assert " ".join(step.code for step in steps_of(stack)) == case.steps
    said = advise(stack)
    told = {
        keeps: {one.rule for one in said if one.keeps is keeps} for keeps in (True, None, False)
    }
    assert told[False] == set(case.fails), case.why
    assert told[None] == set(case.notes), case.why
    assert set(case.holds) <= told[True], case.why


def test_s3_the_grams_of_a_joggled_plate():
    """30 × 30 cm, 0.8 mm wet: 80 mL of base, 28 and 16 mL trailed, with 10 % lost."""
    shares = {"Cream": None, "Rust": 35.0, "Slate": 20.0}
    coats = [
        Coat(name, Application.POUR, 1, 0.8, Onto.SOFT_SLAB, covers_pct=pct)
        for name, pct in shares.items()
    ]
    amounts = slips_for(CoatStack(coats, Technique.JOGGLED), 900)
    assert [one.slip_ml for one in amounts] == pytest.approx([80, 28, 16])
    assert [one.covers_pct for one in amounts] == [100, 35, 20]


stacks = st.builds(
    CoatStack,
    st.lists(
        st.builds(
            Coat,
            st.sampled_from(["Cream", "Rust", "Soot", "Moss"]),
            st.sampled_from(Application),
            st.integers(1, 3),
            st.floats(0.1, 3),
            st.sampled_from(Onto),
            st.none() | st.floats(0, 100),
            st.sampled_from(SlipKind),
            st.none() | st.floats(1, 100),
        ),
        max_size=5,
    ),
    st.sampled_from(Technique),
    st.none() | st.floats(0, 100),
    st.sampled_from(Clear),
    once_fired=st.booleans(),
)
"""Any technique with any coats onto anything."""


@given(stacks)
def test_every_coat_is_laid_once_and_all_of_it_is_fired(stack):
    steps = steps_of(stack)
    laid = [step.coat for step in steps if step.coat]
    wanted = [coat.name for coat in stack.coats for _ in range(coat.coats)]
    assert sorted(laid) == sorted(wanted)
    last = {StepCode.BISQUE, StepCode.GLAZE_FIRING, StepCode.FIRING}
    assert steps[-1].code in last
    assert steps[-1].code is not StepCode.BISQUE or not stack.is_glazed
    assert sum(step.code is StepCode.GLAZE for step in steps) == stack.is_glazed


@given(stacks)
def test_what_is_done_wet_stays_wet(stack):
    """Nothing is waited for between base and trails; every other coat waits for the one below."""
    codes = [step.code for step in steps_of(stack)]
    pairs = list(pairwise(codes))
    entry = TECHNIQUES[stack.technique]
    if entry.lies is Lies.IN_THE_BASE or entry.is_slabs:
        assert StepCode.SHINE not in codes
    else:
        assert (StepCode.COAT, StepCode.COAT) not in pairs
        assert (StepCode.FILL, StepCode.FILL) not in pairs


@given(stacks, st.floats(1, 5000), st.floats(0, 60))
def test_what_covers_the_face_and_what_is_lost_add_up_to_what_is_made(stack, area_cm2, loss_pct):
    amounts = slips_for(stack, area_cm2, loss_pct)
    if TECHNIQUES[stack.technique].is_slabs:
        assert amounts == []
        return
    for coat, one in zip(stack.coats, amounts, strict=True):
        on_face = area_cm2 * one.covers_pct / 100 * coat.thickness_mm / 10 * coat.coats
        assert on_face + one.slip_ml * loss_pct / 100 == pytest.approx(one.slip_ml)


@given(stacks)
def test_advice_names_a_coat_and_gives_its_reason(stack):
    for one in advise(stack):
        assert -1 <= one.place < max(1, len(stack.coats))
        assert one.rule in RuleCode
        assert one.message.endswith(".")
        assert one.reason.endswith(".")


def test_every_technique_has_its_entry_and_all_of_it_is_there():
    assert [entry.code for entry in TECHNIQUES.values()] == list(Technique)
    assert [code for code, _ in choices()] == list(TECHNIQUES)
    for entry in TECHNIQUES.values():
        assert entry.title[0].isupper()
        assert entry.gloss.endswith(".")
        assert set(cautions_of(CoatStack([], entry.code))) <= set(CAUTIONS)
        assert 0 < entry.covers(0, 1) <= 100


def test_every_rule_and_every_step_is_reached_by_a_case():
    """A rule that no technique asks, or a step that none takes, would be dead."""
    stacks = [stack_of(case) for case in CASES]
    assert {one.rule for stack in stacks for one in advise(stack)} == set(RuleCode)
    assert {step.code for stack in stacks for step in steps_of(stack)} == set(StepCode)


@pytest.mark.parametrize(("technique", "onto"), list(product(Technique, Onto)))
def test_every_technique_on_every_state_is_allowed_warned_or_refused(technique, onto):
    coats = [Coat(name, Application.BRUSH, 1, 0.3, onto, 45 + n) for n, name in enumerate("ab")]
    said = {one.keeps for one in advise(CoatStack(coats, technique, 80))}
    assert (False in said) is (onto is Onto.BISQUE and technique is not Technique.AGATE)


SOFT, FIRM, FIRED = Onto


@pytest.mark.parametrize(
    ("technique", "ontos", "codes"),
    [
        ("coats", [SOFT, SOFT], "slab coat shine coat leather_hard dry bisque"),
        ("coats", [SOFT, FIRM], "slab coat leather_hard coat dry bisque"),
        ("sgraffito", [SOFT], "slab coat leather_hard scratch dry bisque"),
        ("sgraffito", [SOFT, FIRM], "slab coat leather_hard coat firm scratch dry bisque"),
        ("coats", [SOFT, FIRED], "slab coat leather_hard dry bisque coat glaze_firing"),
        ("joggled", [FIRM, FIRM], "leather_hard coat coat tilt dry_slowly bisque"),
        ("feathered", [SOFT], "slab coat comb leather_hard cut former dry_slowly bisque"),
    ],
)
def test_what_goes_onto_a_soft_slab_stiffens_afterwards_and_a_dish_before(technique, ontos, codes):
    coats = [Coat(f"{n}", Application.POUR, 1, 0.8, onto) for n, onto in enumerate(ontos)]
    steps = steps_of(CoatStack(coats, Technique(technique)))
    assert [step.code for step in steps] == codes.split()


def test_what_keeps_the_last_coat_off_is_said_at_the_last_coat_alone():
    coats = [Coat(name, Application.BRUSH, 2, 0.3, SOFT) for name in "ab"]
    laid = [one for one in steps_of(CoatStack(coats, Technique.WAX_RESIST)) if one.coat]
    assert [bool(one.do) for one in laid] == [False, False, False, True]
    assert [one.title for one in laid] == [
        *("Apply coat 1: a", "Apply coat 2: a", "Apply coat 3: b", "Apply coat 4: b")
    ]


@pytest.mark.parametrize("technique", Technique)
def test_the_waits_of_every_technique_can_be_timed(technique):
    coats = [Coat(name, Application.BRUSH, 1, 0.3, TECHNIQUES[technique].onto) for name in "ab"]
    steps = steps_of(CoatStack(coats, technique))
    stages = as_protocol(steps).stages
    assert [stage.title for stage in stages] == [step.title for step in steps if step.is_wait]
    said = " ".join(stage.do for stage in stages)
    assert all(step.title in said for step in steps if not step.is_wait)
    assert all(stage.do for stage in stages)


def test_every_wait_has_its_times_in_order():
    assert all(0 < wait.least_min < wait.most_min for wait in WAITS)
    assert len({wait.code for wait in WAITS}) == len(WAITS)


def test_a_coats_own_share_stands_in_for_the_usual_one():
    own = Coat("Rust", Application.TRAIL, 1, 0.8, Onto.SOFT_SLAB, covers_pct=40)
    stack = CoatStack([own, own], Technique.FEATHERED)
    assert [covers_pct(stack, place) for place in (0, 1)] == [40, 40]
