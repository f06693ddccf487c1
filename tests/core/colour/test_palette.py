"""Predicting fired colours: exact where it must be, and against other ways on made tiles."""

import numpy as np
import pytest

from claycore.colour import palette as palettes
from claycore.colour import spaces, spectra
from claycore.colour.curves import STRAIGHT
from claycore.colour.difference import ciede2000, ciede2000_of
from claycore.colour.kubelka_munk import reflectance_of
from claycore.colour.matching import match
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile, Palette, band, learn
from tests.core.colour.made_studios import Studio


def grey(ratio):
    """The colour of a grey layer of this K/S."""
    return Lab(*spectra.lab_of(reflectance_of(ratio) * np.ones(len(spectra.WAVELENGTHS_NM))))


def test_greys_are_predicted_exactly():
    """Worked by hand: K/S 0.25 and 0.2 more for each percent."""
    tiles = [FiredTile({"soot": pct}, grey(0.25 + 0.2 * pct)) for pct in (1, 3)]
    found = learn(grey(0.25), tiles)
    assert found.colourants["soot"].curve == STRAIGHT
    assert ciede2000(found.predict({"soot": 2}).lab, grey(0.65)) < 1e-3
    assert ciede2000(found.predict({}).lab, grey(0.25)) < 1e-3


def test_a_stain_that_levels_off_is_followed():
    tiles = [FiredTile({"soot": pct}, grey(0.25 + 0.4 * pct**0.6)) for pct in (1, 3, 9)]
    found = learn(grey(0.25), tiles)
    assert found.colourants["soot"].curve.power == pytest.approx(0.6)
    assert found.left_out[1].delta_e < 0.05


def test_a_white_stain_may_lighten_a_dark_clay():
    found = learn(grey(4), [FiredTile({"chalk": 5}, grey(1))])
    assert found.predict({"chalk": 2}).lab.lightness > grey(4).lightness


def test_what_goes_past_the_tests_is_named():
    found = learn(grey(0.25), [FiredTile({"soot": 4}, grey(1))])
    assert found.predict({"soot": 5}).beyond == ("soot",)
    assert found.predict({"soot": 4}).beyond == ()


def test_a_tile_is_never_predicted_from_itself():
    """One tile that lies off its twins is missed by all of it, however it would fit itself."""
    odd = FiredTile({"soot": 3}, grey(3))
    twins = [FiredTile({"soot": 3}, grey(1)) for _ in range(3)]
    found = learn(grey(0.25), [odd, *twins])
    missed = next(one for one in found.left_out if one.tile is odd)
    assert missed.delta_e == pytest.approx(ciede2000(grey(1), grey(3)), abs=0.01)
    assert learn(grey(0.25), [odd]).left_out == ()


def test_under_three_tiles_there_is_no_leave_one_out_and_the_usual_error_stands_in():
    found = learn(grey(0.25), [FiredTile({"soot": 3}, grey(1))])
    assert found.leave_one_out is None
    assert found.expected_error(["soot"]) == pytest.approx(palettes.USUAL_ERROR)


class ThreeBands:
    """The simpler way that the spectrum is held against: Kubelka and Munk in linear sRGB."""

    @staticmethod
    def reflectances_of(labs):
        return np.clip(spaces.linear_from_lab(np.asarray(labs)), 0.002, 0.995)

    lab_of = staticmethod(spaces.lab_from_linear)


def missed(studios=24):
    """CIEDE2000 by which made mixtures are missed: by the palette, and by the nearest tile."""
    predicted, nearest = [], []
    for seed in range(studios):
        studio = Studio(np.random.default_rng(seed))
        tiles = studio.tiles()
        found = learn(studio.read(np.zeros(4)), tiles)
        for pcts in studio.mixtures(4):
            true = studio.true(pcts)
            lab = found.predict({f"S{n}": pct for n, pct in enumerate(pcts)}).lab
            predicted.append(float(ciede2000_of(lab.values, true)))
            nearest.append(min(float(ciede2000_of(t.lab.values, true)) for t in tiles))
    return np.array(predicted), np.array(nearest)


def test_mixtures_of_two_are_predicted_far_better_than_by_the_nearest_tile():
    predicted, nearest = missed()
    assert np.median(predicted) < 1.5
    assert np.median(predicted) < np.median(nearest) / 3


def test_a_spectrum_predicts_better_than_three_bands(monkeypatch):
    """Why it is a spectrum: decision 17."""
    by_spectrum, _ = missed()
    monkeypatch.setattr(palettes, "reflectances_of", ThreeBands.reflectances_of)
    monkeypatch.setattr(palettes, "lab_of", ThreeBands.lab_of)
    by_three, _ = missed()
    assert np.median(by_spectrum) < np.median(by_three)
    assert np.quantile(by_spectrum, 0.9) < np.quantile(by_three, 0.9)


def test_the_expected_error_is_about_what_predictions_are_off_by():
    off, expected = [], []
    for seed in range(24):
        studio = Studio(np.random.default_rng(seed))
        found: Palette = learn(studio.read(np.zeros(4)), studio.tiles())
        for pcts in studio.mixtures(3):
            wanted = {f"S{n}": pct for n, pct in enumerate(pcts)}
            predicted = found.predict(wanted)
            off.append(float(ciede2000_of(predicted.lab.values, studio.true(pcts))))
            expected.append(predicted.expected_error)
    within = np.mean(np.array(off) < np.array(expected))
    assert within > 0.6
    assert np.median(expected) < 4 * np.median(off)


def studio_palette():
    studio = Studio(np.random.default_rng(3))
    return studio, learn(studio.read(np.zeros(4)), studio.tiles())


def test_a_made_mixture_is_matched():
    studio, found = studio_palette()
    want = Lab(*studio.true([3, 0, 2, 0]))
    best = match(found, want, max_pct=8, parts=2)[0]
    assert best.delta_e < 0.5
    weighed = {one.name: one.pct for one in best.additions}
    made = studio.true([weighed.get(f"S{n}", 0) for n in range(4)])
    assert ciede2000_of(made, want.values) < best.expected_error * 2


def test_a_mixture_of_three_is_found_where_no_two_come_near():
    _, found = studio_palette()
    want = found.predict({"S0": 2, "S1": 1.5, "S3": 1.5}).lab
    assert match(found, want, max_pct=8, parts=2)[0].delta_e > 1
    best = match(found, want, max_pct=8, parts=3)[0]
    assert {one.name for one in best.additions} == {"S0", "S1", "S3"}
    assert best.delta_e < 0.2


@pytest.mark.parametrize("parts", [1, 2, 3])
def test_the_limits_that_were_set_hold(parts):
    _, found = studio_palette()
    for one in match(found, Lab(20, 5, 5), max_pct=4, parts=parts):
        assert len(one.additions) <= parts
        assert sum(addition.pct for addition in one.additions) <= 4 + 1e-6


def test_more_parts_never_come_less_near_and_the_best_is_first():
    _, found = studio_palette()
    want = Lab(52, 12, 20)
    best = [match(found, want, 8, parts) for parts in (1, 2, 3)]
    assert best[0][0].delta_e >= best[1][0].delta_e - 1e-6
    assert best[1][0].delta_e >= best[2][0].delta_e - 1e-6
    for offered in best:
        assert [one.delta_e for one in offered] == sorted(one.delta_e for one in offered)


def test_without_tiles_nothing_is_offered():
    assert match(learn(grey(0.25), []), Lab(50, 0, 0), 8, 2) == []


def test_the_clay_itself_needs_no_colourant():
    _, found = studio_palette()
    plain = found.predict({}).lab
    assert any(one.additions == () for one in match(found, plain, 8, 1))


def test_the_band_holds_the_prediction_and_ends_where_its_error_does():
    _, found = studio_palette()
    predicted = found.predict({"S1": 4})
    within = band(found, "S1", 4)
    for end in (within.palest, within.strongest):
        assert ciede2000(end, predicted.lab) <= predicted.expected_error
        assert ciede2000(end, predicted.lab) > predicted.expected_error / 2
    clay = found.predict({}).lab
    assert ciede2000(within.palest, clay) < ciede2000(within.strongest, clay)


def test_a_prediction_passes_through_the_tiles_that_were_fired():
    """However badly Kubelka and Munk fit them: these turn from orange to violet."""
    tiles = [
        FiredTile({"odd": pct}, lab)
        for pct, lab in ((3, Lab(60, 25, 30)), (6, Lab(50, 25, 0)), (9, Lab(45, 20, -15)))
    ]
    found = learn(Lab(85, 1, 8), tiles)
    for tile in tiles:
        assert ciede2000(found.predict(tile.pcts).lab, tile.lab) < 1e-6
    assert found.predict({"odd": 4.5}).lab.b == pytest.approx(15, abs=6)
