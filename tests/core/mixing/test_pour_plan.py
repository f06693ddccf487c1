"""Pour plans: poured again here, and their pots held against Dilworth's bound found other ways."""

from itertools import combinations

import networkx
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from claycore.materials import moisture
from claycore.materials.clay_in_hand import dry_clay
from claycore.measure.errors import ClayError
from claycore.mixing import pour_plan
from claycore.mixing.pour_plan import Axis, PourGrid, plan
from tests.thoroughness import examples


def square(side, **more):
    pcts = tuple(2.0 * step for step in range(side))
    return PourGrid(Axis("iron", pcts), Axis("titania", pcts), 100, 70, **more)


def below(a, b):
    return a != b and a[0] <= b[0] and a[1] <= b[1]


def largest_antichain_by_force(cells):
    for size in range(len(cells), 0, -1):
        for chosen in combinations(cells, size):
            if not any(below(a, b) or below(b, a) for a, b in combinations(chosen, 2)):
                return size
    return 0


@st.composite
def grids(draw, most=4):
    axis = st.lists(
        st.sampled_from([0.0, 0.5, 1.0, 2.0, 4.0, 7.0]), min_size=1, max_size=most, unique=True
    ).map(sorted)
    x, y = draw(axis), draw(st.none() | axis)
    cells = [(a, b) for b in (y or [0.0]) for a in x]
    have = draw(st.sets(st.sampled_from(cells)))
    return PourGrid(
        Axis("iron", tuple(x)),
        Axis("titania", tuple(y)) if y else None,
        draw(st.floats(10, 500)),
        draw(st.floats(40, 85)),
        frozenset(have),
        draw(st.none() | st.integers(1, 6)),
        draw(st.floats(0, 50)),
    )


def poured_again(grid, pot):
    """Follows clay, water and additions through a pot; the composition of every pour."""
    solids = grid.solids_pct / 100
    clay, water = pot.start_slip_g * solids, pot.start_slip_g * (1 - solids)
    additions = {axis.name: 0.0 for axis in grid.axes}
    for pour in pot.pours:
        for dosing in pour.add:
            assert dosing.mass_g > 0
            additions[dosing.name] += dosing.mass_g
        total = clay + water + sum(additions.values())
        yield pour.cell, [100 * mass / clay for mass in additions.values()], clay
        stays = 1 - pour.pour_g / total
        clay, water = clay * stays, water * stays
        additions = {name: mass * stays for name, mass in additions.items()}
        assert pour.left_g == pytest.approx(total - pour.pour_g, abs=1e-6 * pot.start_slip_g)
    assert clay + water + sum(additions.values()) == pytest.approx(
        grid.residue_g, abs=1e-6 * pot.start_slip_g
    )


@given(grids())
def test_every_wanted_cell_is_poured_once_at_its_exact_composition(grid):
    found = plan(grid)
    poured = []
    for pot in found.pots:
        for cell, pcts, clay in poured_again(grid, pot):
            assert clay > 0
            assert pcts == pytest.approx(list(cell[: len(pcts)]), rel=1e-9, abs=1e-9)
            poured.append(cell)
    assert sorted(poured) == sorted(grid.wanted)
    assert [cell for session in found.sessions for cell in session] == poured
    assert all(len(s) <= (grid.moulds or len(poured)) for s in found.sessions)


@settings(max_examples=examples(200))
@given(grids(most=4))
def test_pots_are_dilworths_bound_by_brute_force(grid):
    wanted = grid.wanted
    if len(wanted) <= 12:
        assert plan(grid).pots_minimum == largest_antichain_by_force(wanted)


@settings(max_examples=examples(125), deadline=None)
@given(grids(most=6))
def test_pots_are_dilworths_bound_by_a_matching_of_networkx(grid):
    """Fewest chains = cells − a maximum matching in the comparability graph (Fulkerson 1956)."""
    wanted = grid.wanted
    graph = networkx.Graph()
    graph.add_nodes_from(("from", cell) for cell in wanted)
    graph.add_nodes_from(("to", cell) for cell in wanted)
    graph.add_edges_from((("from", a), ("to", b)) for a in wanted for b in wanted if below(a, b))
    tops = [("from", cell) for cell in wanted]
    matching = networkx.bipartite.hopcroft_karp_matching(graph, tops)
    assert plan(grid).pots_minimum == len(wanted) - len(matching) // 2


def fewest_weighings_by_force(cells):
    """Every way to give each cell a predecessor, tried out."""

    def go(rest, free, pots, weighings):
        if not rest:
            return (pots, weighings)
        cell, others = rest[0], rest[1:]
        start = 1 + sum(pct > 0 for pct in cell)
        best = go(others, free, pots + 1, weighings + start)
        for before in free:
            if below(before, cell):
                up = sum(a < b for a, b in zip(before, cell, strict=True))
                best = min(best, go(others, free - {before}, pots, weighings + up))
        return best

    return go(list(cells), frozenset(cells), 0, 0)


@settings(max_examples=examples(150), deadline=None)
@given(grids(most=3))
def test_among_the_fewest_pots_the_weighings_are_fewest(grid):
    wanted = grid.wanted
    if wanted and len(wanted) <= 7:
        found = plan(grid)
        assert (found.pots_minimum, found.weighings) == fewest_weighings_by_force(wanted)


def test_a_full_three_by_three_takes_three_pots():
    found = plan(square(3))
    assert found.pots_minimum == 3
    assert sum(len(pot.pours) for pot in found.pots) == 9


def test_the_bench_shortcut_stands_beside_the_exact_mass():
    """300 g of 70 % slip: 4.2 g for 2 %, then 2.8 g with 200 g left. Common practice."""
    found = plan(PourGrid(Axis("iron", (2, 4, 6)), None, 100, 70))
    (pot,) = found.pots
    first, second, _ = (pour.add[0] for pour in pot.pours)
    assert first.shortcut_g == pytest.approx(4.2)
    assert second.shortcut_g == pytest.approx(2.8)
    assert first.mass_g == pytest.approx(4.2, rel=0.03)
    assert second.mass_g == pytest.approx(2.8, rel=0.05)
    assert first.mass_g != first.shortcut_g


def test_cells_that_exist_are_not_poured():
    have = frozenset({(0.0, 0.0), (2.0, 0.0), (4.0, 0.0), (0.0, 2.0)})
    found = plan(square(3, have=have, moulds=3))
    poured = {pour.cell for pot in found.pots for pour in pot.pours}
    assert poured == set(square(3).cells) - have
    assert [len(session) for session in found.sessions] == [3, 2]
    assert found.pots_minimum == largest_antichain_by_force(sorted(poured)) == 2


def test_every_cell_there_already():
    found = plan(square(2, have=frozenset(square(2).cells)))
    assert found.pots == ()
    assert found.sessions == ()
    assert found.pots_minimum == 0
    warned = pour_plan.warnings(square(2, have=frozenset(square(2).cells)), found, 0.1)
    assert [w.code for w in warned] == ["nothing_to_pour"]


def test_twelve_by_twelve():
    found = plan(square(12, moulds=10))
    assert found.pots_minimum == 12
    assert len(found.sessions) == 15


def test_cells_on_their_own_in_dry_and_plastic_clay():
    grid = square(2)
    last = pour_plan.on_their_own(grid, dry_clay(100))[-1]
    assert last.cell == (2.0, 2.0)
    assert last.add_g == {"iron": 2.0, "titania": 2.0}
    assert last.water_to_add_g == 0
    wet = pour_plan.on_their_own(grid, moisture.plastic_clay(100, 20))[-1]
    assert wet.add_g["iron"] == pytest.approx(1.6)
    assert wet.water_to_add_g == pytest.approx(3.2 * 0.25)


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"x": Axis("iron", ())}, "x"),
        ({"x": Axis("iron", tuple(range(13)))}, "x"),
        ({"x": Axis("iron", (2, 2))}, "x"),
        ({"x": Axis("iron", (-1,))}, "x"),
        ({"y": Axis("Iron", (0, 2))}, "y"),
        ({"cell_g": 0}, "cell_g"),
        ({"solids_pct": 100}, "solids_pct"),
        ({"residue_g": -1}, "residue_g"),
        ({"moulds": 0}, "moulds"),
        ({"have": frozenset({(9.0, 9.0)})}, "have"),
    ],
)
def test_what_cannot_be_is_named(change, field):
    asked = {
        "x": Axis("iron", (0, 2)),
        "y": Axis("titania", (0, 2)),
        "cell_g": 100,
        "solids_pct": 70,
        **change,
    }
    with pytest.raises(ClayError) as raised:
        plan(PourGrid(**asked))
    assert raised.value.field == field
