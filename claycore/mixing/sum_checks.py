"""Checking a sum that a person worked out, and naming the mistake that gives just that figure.

Every known mistake is a formula for what it would give, with a sentence that teaches the right
way. Source: common practice (the mistakes are the trade's own), and arithmetic.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

from claycore.materials import batch
from claycore.materials.clay_amount import ClayAmount
from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.materials.composition import Addition, Convention, as_on_dry_clay, on_dry_clay
from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.measure.units import grams
from claycore.mixing import strength

AGREES_WITHIN = 0.005
"""Two doses nearer than this share of each other are the same sum, rounded."""

CHANGE_AGREES_WITHIN = 0.01
"""The same for what a change adds: a total differs little where its addition differs much."""

COLOURANT = "colourant"


@dataclass(frozen=True)
class Mistake:
    """A known mistake, what it would give here, and what is wrong with it."""

    code: str
    message: str
    gives_g: float


@dataclass(frozen=True)
class Checked:
    """Whether the answer is right, and if not, which known mistakes give it (nearest first).

    ``actual_pct`` is on dry clay: what the answer really makes; None when it makes nothing
    (a new total below what there was).
    """

    correct: bool
    expected_g: float
    mistakes: tuple[Mistake, ...]
    actual_pct: float | None

    def reason(self, answer_g: float) -> str:
        """Whether the answer that was checked is right, in a sentence."""
        return f"{plain(answer_g, 3)} g is {'right' if self.correct else 'not right'}."


@dataclass(frozen=True)
class Nearness:
    """When two figures are the same sum, rounded by hand: within a share of what they add."""

    share: float
    to_start_g: float = 0.0

    def agree(self, answer_g: float, figure_g: float) -> bool:
        added_g = abs(figure_g - self.to_start_g) or figure_g
        return abs(answer_g - figure_g) <= self.share * added_g


STRENGTH_WITHIN = 0.02
"""A rounded answer that makes a strength within this share of the one wanted is right.

Our choice: no eye sees it.
"""


@dataclass(frozen=True)
class Made:
    """The strength that an answer makes, and the one that was wanted, percent on dry clay."""

    actual_pct: float | None
    wanted_pct: float

    @property
    def is_as_wanted(self) -> bool:
        """Whether no eye would see the difference."""
        if self.actual_pct is None:
            return False
        return abs(self.actual_pct - self.wanted_pct) <= STRENGTH_WITHIN * self.wanted_pct


def _judged(
    answer_g: float,
    last_place: float,
    expected_g: float,
    known: Sequence[Mistake],
    made: Made,
    near: Nearness,
) -> Checked:
    rounded = abs(answer_g - expected_g) <= last_place / 2 * (1 + 1e-9)
    correct = near.agree(answer_g, expected_g) or (
        rounded
        and made.is_as_wanted
        and not any(
            near.agree(answer_g, mistake.gives_g)
            and abs(answer_g - mistake.gives_g) < abs(answer_g - expected_g)
            for mistake in known
        )
    )
    fitting = [
        mistake
        for mistake in known
        if near.agree(answer_g, mistake.gives_g) and not near.agree(mistake.gives_g, expected_g)
    ]
    nearest: dict[str, Mistake] = {}
    for mistake in sorted(fitting, key=lambda mistake: abs(mistake.gives_g - answer_g)):
        nearest.setdefault(mistake.code, mistake)
    mistakes = () if correct else tuple(nearest.values())
    return Checked(correct, expected_g, mistakes, made.actual_pct)


# A dose: grams of colourant for clay in hand.


@dataclass(frozen=True)
class DoseSum:
    """A dose that someone worked out.

    ``amount`` and ``unit`` are how the clay was given, in its own unit; a unit of volume is
    allowed with ``volume_ml``, the same in millilitres.
    """

    clay: ClayInHand
    pct: float
    convention: Convention
    amount: float
    unit: str
    volume_ml: float | None = None

    @classmethod
    def of(cls, clay: ClayAmount, pct: float, convention: Convention) -> "DoseSum":
        """A dose of clay as it was stated, by volume or by mass. Raises ClayError."""
        volume_ml = clay.volume_ml if clay.state == ClayState.SLIP else None
        if volume_ml is not None and clay.volume is not None:
            return cls(clay.in_hand(), pct, convention, clay.volume, clay.volume_unit, volume_ml)
        return cls(clay.in_hand(), pct, convention, clay.mass or 0.0, clay.unit)

    @property
    def on_dry_clay_pct(self) -> float:
        if self.convention == Convention.SHARE_OF_TOTAL:
            return on_dry_clay([self.pct], "pct")[0]
        added = [Addition(COLOURANT, self.pct)]
        return as_on_dry_clay(added, self.convention, self.clay.dry_fraction)[0]

    @property
    def expected_g(self) -> float:
        return self.clay.dry_g * self.on_dry_clay_pct / 100


def symmetric_difference_pct(pct: float) -> float:
    """What a percentage-difference calculator says of 100 and 100 + pct: 9.52 for 10.

    Source: by definition: the difference over the mean.
    """
    return 100 * pct / (100 + pct / 2)


def _of_the_total(asked: DoseSum) -> Iterator[Mistake]:
    """The two conventions taken for each other."""
    p, dry_g = asked.pct, asked.clay.dry_g
    shown, of_both = plain(p), plain(100 * p / (100 + p))
    if asked.convention == Convention.ON_WET_CLAY:
        return
    if asked.convention == Convention.ON_DRY_CLAY:
        if p < 100:
            yield Mistake(
                "taken_as_share_of_total",
                f"This makes {shown} % of the whole mix. On dry clay, the clay alone"
                f" counts as 100 % and the colourant is added on top: {plain(dry_g)} ×"
                f" {shown} ÷ 100.",
                dry_g * p / (100 - p),
            )
        yield Mistake(
            "share_of_total_taken",
            f"You used {of_both} %: the share of {shown} g in a total of {plain(100 + p)}"
            f" g. On dry clay it is still {shown} %, so calculate with {shown}.",
            dry_g * p / (100 + p),
        )
    else:
        yield Mistake(
            "on_clay_called_share_of_total",
            f"{shown} g added to 100 g of clay is not {shown} % of the total. The total"
            f" is {plain(100 + p)} g, so it is {of_both} %.",
            dry_g * p / 100,
        )


def _of_the_difference(asked: DoseSum) -> Iterator[Mistake]:
    """A percentage-difference calculator."""
    pct = symmetric_difference_pct(asked.pct)
    yield Mistake(
        "symmetric_difference",
        f"A percentage-difference calculator gives {plain(pct)} %, because it compares"
        " two numbers with their mean. A dose compares colourant with dry clay only.",
        asked.clay.dry_g * pct / 100,
    )


def _of_the_water(asked: DoseSum) -> Iterator[Mistake]:
    """Water counted as clay, or thought to make the colour stronger as it leaves."""
    clay, pct = asked.clay, asked.on_dry_clay_pct
    if clay.state == ClayState.DRY:
        return
    if asked.convention == Convention.ON_WET_CLAY:
        yield Mistake(
            "on_dry_clay_taken",
            f"The water was subtracted first: {plain(asked.pct)} % of the dry clay. Of the clay as"
            f" you weigh it, that is {plain(asked.pct * clay.dry_fraction)} %.",
            clay.dry_g * asked.pct / 100,
        )
        return
    what = "clay" if clay.state == ClayState.PLASTIC else "slip"
    really = pct * clay.mass_g / clay.dry_g
    yield Mistake(
        f"of_wet_{what}",
        f"You dosed on the wet weight. On its dry clay that is {plain(really)} %, a different"
        f" colour. If you always dose on the wet {what}, choose “of wet clay”: then nothing is"
        " wrong.",
        clay.mass_g * pct / 100,
    )
    yield Mistake(
        "drying_makes_stronger",
        "The dose was reduced because the water will evaporate. That changes nothing: a"
        " percentage on dry clay stays the same however wet the clay is.",
        clay.dry_g * pct / 100 * clay.dry_g / clay.mass_g,
    )
    if clay.state == ClayState.PLASTIC:
        water_pct = 100 * clay.water_g / clay.mass_g
        yield Mistake(
            "water_on_dry_basis",
            f"The {plain(water_pct)} % water was read as a percentage of the dry clay. It"
            " is a percentage of the wet weight; on dry clay the same water is"
            f" {plain(100 * clay.water_g / clay.dry_g)} %.",
            clay.mass_g * 100 / (100 + water_pct) * pct / 100,
        )


_TAKEN_FOR = {
    ("lb", "kg"): ("pounds_as_kilograms", "Pounds were read as kilograms"),
    ("kg", "lb"): ("kilograms_as_pounds", "Kilograms were read as pounds"),
    ("oz", "g"): ("ounces_as_grams", "Ounces were read as grams"),
    ("g", "oz"): ("grams_as_ounces", "Grams were read as ounces"),
}


def _of_the_units(asked: DoseSum) -> Iterator[Mistake]:
    """One unit read as another."""
    right_g = asked.expected_g
    for (unit, other), (code, words) in _TAKEN_FOR.items():
        if unit == asked.unit and asked.volume_ml is None:
            yield Mistake(
                code,
                f"{words}: 1 {unit} is {plain(grams(1, unit), 4)} g, 1 {other} is"
                f" {plain(grams(1, other), 4)} g.",
                right_g * grams(1, other) / grams(1, unit),
            )
    if asked.volume_ml is None:
        return
    if asked.unit.startswith("floz"):
        yield Mistake(
            "fluid_ounces_as_ounces",
            "Fluid ounces were read as ounces. A fluid ounce is a volume; a fluid ounce"
            " of slip weighs more than an ounce.",
            right_g * asked.amount * grams(1, "oz") / asked.clay.mass_g,
        )
    yield Mistake(
        "volume_as_grams",
        "Millilitres of slip were read as grams. Slip is heavier than water: multiply"
        " the volume by its specific gravity.",
        right_g * asked.volume_ml / asked.clay.mass_g,
    )


def _of_the_point(right_g: float) -> Iterator[Mistake]:
    """A decimal point that slipped."""
    for factor, way in ((10.0, "too much"), (0.1, "too little")):
        yield Mistake(
            "decimal_point",
            f"The decimal point is one place out: this is ten times {way}.",
            right_g * factor,
        )


MISTAKES_OF_DOSE: list[Callable[[DoseSum], Iterator[Mistake]]] = [
    _of_the_total,
    _of_the_difference,
    _of_the_water,
    _of_the_units,
]
"""Every kind of mistake in a dose: a generator of what it would give, and why it is wrong."""


def known_mistakes_of_dose(asked: DoseSum) -> list[Mistake]:
    """Every known mistake, with what it would give for this dose.

    Grams. Source: common practice: the mistakes of MISTAKES_OF_DOSE.
    """
    known = [mistake for kind in MISTAKES_OF_DOSE for mistake in kind(asked)]
    return known + list(_of_the_point(asked.expected_g))


def check_dose(asked: DoseSum, answer_g: float, last_place: float = 0.0) -> Checked:
    """Holds someone's grams of colourant against the right ones. Raises ClayError.

    ``last_place`` is what the last typed place is worth: 1 for 59, 0.1 for 5.9; an answer rounded
    to it is right. Grams. Source: the right sum is arithmetic, the mistakes common practice.
    """
    bounds.MASS.check("answer", answer_g)
    bounds.PERCENTAGE.check("pct", asked.pct)
    return _judged(
        answer_g,
        last_place,
        asked.expected_g,
        known_mistakes_of_dose(asked),
        Made(100 * answer_g / asked.clay.dry_g, asked.on_dry_clay_pct),
        Nearness(AGREES_WITHIN),
    )


# A change of strength: the new total, dry.


@dataclass(frozen=True)
class ChangeSum:
    """A change of strength that someone worked out: the mix, and the percentages on dry clay."""

    mix: ClayInHand
    now_pct: float
    target_pct: float

    @property
    def before(self) -> batch.Batch:
        return batch.coloured(self.mix, [Addition(COLOURANT, self.now_pct)])

    @property
    def expected_g(self) -> float:
        target = [Addition(COLOURANT, self.target_pct)]
        return strength.change(self.before, target, self.mix.state).after.dry_g

    @property
    def lowers(self) -> bool:
        return self.target_pct < self.now_pct


def _of_lowering(asked: ChangeSum) -> Iterator[Mistake]:
    """The colourant in the mix subtracted wrongly, and the rest multiplied."""
    now, times = asked.now_pct, asked.now_pct / asked.target_pct
    mix_g = asked.mix.dry_g
    before = asked.before
    difference = symmetric_difference_pct(now)
    clay = f"of the {plain(mix_g)} g, {plain(before.clay_g)} g is clay"
    yield Mistake(
        "difference_subtracted",
        f"A percentage difference, {plain(difference)} %, was subtracted and the rest multiplied"
        f" by {plain(times)} as if it were all clay. With {plain(now)} % on dry clay, {clay}.",
        mix_g * (1 - difference / 100) * times,
    )
    rounded = round(difference, 1)
    yield Mistake(
        "difference_subtracted",
        f"A percentage difference, {plain(rounded)} %, was subtracted and the rest multiplied by"
        f" {plain(times)} as if it were all clay. With {plain(now)} % on dry clay, {clay}.",
        mix_g * (1 - rounded / 100) * times,
    )
    yield Mistake(
        "on_clay_figure_subtracted",
        f"{plain(now)} % of the mix was subtracted, and the rest multiplied by {plain(times)}."
        f" But {plain(now)} % is of the dry clay, not of the mix: {clay}.",
        mix_g * (1 - now / 100) * times,
    )
    yield Mistake(
        "whole_mix_taken_as_clay",
        f"The whole mix was multiplied by {plain(times)}. Only the clay should be:"
        f" {clay}. The colourant stays the same.",
        mix_g * times,
    )


def _of_raising(asked: ChangeSum) -> Iterator[Mistake]:
    """The colourant that is in already forgotten, or the mix taken for clay."""
    before, mix_g = asked.before, asked.mix.dry_g
    target, now = asked.target_pct, asked.now_pct
    forgotten = (
        f"The {plain(before.powder_g)} g of colourant already in the mix was forgotten and a"
        f" full {plain(target)} % was added. Add only the difference."
    )
    yield Mistake("colourant_forgotten", forgotten, mix_g + before.clay_g * target / 100)
    yield Mistake("colourant_forgotten", forgotten, mix_g + mix_g * target / 100)
    yield Mistake(
        "difference_of_the_mix",
        f"The extra {plain(target - now)} % was calculated on the whole mix. Calculate it"
        f" on the dry clay in the mix: {plain(before.clay_g)} g.",
        mix_g + mix_g * (target - now) / 100,
    )


def known_mistakes_of_change(asked: ChangeSum) -> list[Mistake]:
    """Every known mistake, with the new total it would give for this change.

    Grams. Source: common practice (the mistakes), and arithmetic.
    """
    known: list[Mistake] = []
    if asked.lowers:
        known += _of_lowering(asked)
    elif asked.target_pct > asked.now_pct:
        known += _of_raising(asked)
    if asked.mix.state != ClayState.DRY:
        wet = ClayInHand(asked.mix.state, asked.mix.mass_g, 0.0)
        known.append(
            Mistake(
                "of_wet_clay" if asked.mix.state != ClayState.SLIP else "of_wet_slip",
                "The calculation used the wet weight. Subtract the water first: the"
                " percentages and this total are dry.",
                ChangeSum(wet, asked.now_pct, asked.target_pct).expected_g,
            )
        )
    return known + list(_of_the_point(asked.expected_g))


def _made_by(asked: ChangeSum, total_g: float) -> float | None:
    """Percent on dry clay of what a new total really holds."""
    before = asked.before
    if total_g < before.dry_g * (1 - AGREES_WITHIN):
        return None
    added_g = max(0.0, total_g - before.dry_g)
    if asked.lowers:
        return 100 * before.powder_g / (before.clay_g + added_g)
    return 100 * (before.powder_g + added_g) / before.clay_g


def check_change(asked: ChangeSum, answer_total_g: float, last_place: float = 0.0) -> Checked:
    """Holds someone's new dry total against the right one. Raises ClayError.

    ``last_place`` as in :func:`check_dose`. Grams. Source: the right sum is arithmetic, the
    mistakes common practice.
    """
    bounds.MASS.check("answer_total", answer_total_g)
    for field, pct in (("now_pct", asked.now_pct), ("target_pct", asked.target_pct)):
        bounds.PERCENTAGE.check(field, pct)
    return _judged(
        answer_total_g,
        last_place,
        asked.expected_g,
        known_mistakes_of_change(asked),
        Made(_made_by(asked, answer_total_g), asked.target_pct),
        Nearness(CHANGE_AGREES_WITHIN, asked.mix.dry_g),
    )
