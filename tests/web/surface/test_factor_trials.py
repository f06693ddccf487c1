"""Factor trials: planned with an expectation, rated, read, and counted as right or wrong."""

import uuid

import pytest
from django.db import IntegrityError, connection, transaction
from django.test.utils import CaptureQueriesContext

from claycore.surface.factor_trials.scales import SCALES, RatingScale
from tests.pages import words_of
from umberpot.surface.models import FactorPiece, FactorTrial, PieceColour, Rating

PLAN = {
    **{"name": "What keeps slip on", "pieces_are": "offcuts"},
    **{"factor_1": "finish", "levels_1": "brushed, ribbed, burnished"},
    **{"factor_2": "slip", "levels_2": "green, yellow", "control": "bare clay"},
    **{"slabs": "3", "scales": ["scrub", "colour_lost"]},
    **{"expected": "Burnishing keeps it on", "claim_about": "Burnished"},
    **{"claim_kind": "best", "claim_scale": "scrub"},
}
WEAR = {0: 2, 1: 0, 2: 4}
"""Steps by finish: what was expected to be best is the worst."""


def plan_one(client, **changed):
    sent = {**PLAN, "request_key": uuid.uuid4(), **changed}
    answer = client.post("/surface/factor-trials/new/", sent, follow=True)
    assert answer.status_code == 200, words_of(answer)
    return FactorTrial.objects.latest("pk")


@pytest.fixture
def trial(signed_in):
    return plan_one(signed_in)


def rate(client, trial, steps=None, rater="quay", scale="scrub"):
    """Rates every piece by its finish, or as ``steps`` say by piece."""
    sheet = {
        f"piece_{piece.pk}": str(WEAR[piece.levels[0]] if len(piece.levels) > 1 else 0)
        for piece in trial.pieces.all()
    }
    sheet = sheet if steps is None else steps
    url = f"/surface/factor-trials/{trial.pk}/rate/{scale}/"
    return client.post(url, {"rater": rater, **sheet}, follow=True)


def page_of(client, trial, scale="scrub"):
    return words_of(client.get(f"{trial.get_absolute_url()}?scale={scale}"))


def test_a_trial_begins_with_its_expectation_and_a_piece_at_every_place(signed_in, trial):
    assert trial.pieces.count() == 21
    page = page_of(signed_in, trial)
    assert "Burnishing keeps it on" in page
    assert "No result yet · counted as “burnished is the best finish”, by scrub" in page
    assert "A clear effect of each factor would be told from chance." in page
    assert "Nothing rated yet." in page


def test_a_factor_of_a_whole_firing_is_refused_with_the_reason(signed_in):
    sent = {**PLAN, "factor_1": "Bisque temperature", "request_key": uuid.uuid4()}
    refused = signed_in.post("/surface/factor-trials/new/", sent)
    page = words_of(refused)
    assert refused.status_code == 400
    assert "two firings cannot tell a difference from chance" in page
    assert "Each piece is fired on its own" in page
    assert FactorTrial.objects.count() == 0
    signed_in.post("/surface/factor-trials/new/", {**sent, "fired_apart": "on"})
    assert FactorTrial.objects.get().design.factors[0].name == "Bisque temperature"


def test_a_drafted_finding_opens_with_what_was_claimed_then_what_is_clearest(signed_in, trial):
    rate(signed_in, trial)
    page = signed_in.get(f"/library/conclude/factor_trial/{trial.pk}/")
    form = page.context["form"]
    sentence, words = form["sentence"].value(), form["words"].value()
    assert sentence == (
        "Expected beforehand: burnished is the best finish. It did not come out as expected."
    )
    assert words.splitlines()[0].startswith("Finish matters:")


@pytest.mark.parametrize(
    ("changed", "expected"),
    [
        ({"expected": ""}, "Write down what you expect before you start."),
        ({"levels_1": "brushed"}, "A factor needs 2 to 5 levels"),
        ({"levels_2": "green, Green"}, "A level is entered twice."),
        ({"factor_2": "", "levels_2": ""}, "Fill in this field."),
        ({"factor_2": "finish"}, "Two factors have the same name."),
        ({"factor_3": "glaze"}, "A factor needs 2 to 5 levels"),
        ({"levels_3": "thin, thick"}, "Name this factor."),
        ({"slabs": "13"}, "Enter from 1 to 12 slabs."),
        ({"slabs": "two"}, "This is not a number."),
        ({"scales": []}, "Tick at least one way to rate the pieces."),
        ({"scales": ["taste"]}, "Select a valid choice"),
        ({"claim_about": "glossy"}, "Enter a level or a factor as it is written above."),
        ({"claim_about": "slip"}, "Enter the level that you expect to be best or worst."),
        ({"claim_kind": "no_difference"}, "Enter the factor that you expect"),
        ({"levels_2": "green, burnished"}, "Two things above have this name."),
        ({"claim_scale": ""}, "Tick this scale above, or choose another."),
    ],
)
def test_what_cannot_be_is_told_at_its_field_and_kept(signed_in, changed, expected):
    answer = signed_in.post("/surface/factor-trials/new/", {**PLAN, **changed})
    assert answer.status_code == 400
    assert expected in words_of(answer)
    if "expected" not in changed:
        assert "Burnishing keeps it on" in answer.content.decode()
    assert not FactorTrial.objects.exists()


def test_an_expectation_that_is_not_to_be_counted_needs_no_choice(signed_in):
    assert plan_one(signed_in, claim_about="", claim_kind="", claim_scale="").claim is None


def test_a_double_click_makes_one_trial(signed_in):
    key = uuid.uuid4()
    for _ in range(2):
        plan_one(signed_in, request_key=key)
    assert FactorTrial.objects.count() == 1
    assert FactorPiece.objects.count() == 21


def test_too_few_pieces_are_said_before_anything_is_made_and_slabs_can_be_added(signed_in):
    trial = plan_one(signed_in, slabs="1")
    assert "Too few pieces" in page_of(signed_in, trial)
    answer = signed_in.post(
        f"/surface/factor-trials/{trial.pk}/slabs/", {"slabs": "2"}, follow=True
    )
    assert "The trial now has 2 slabs" in words_of(answer)
    assert trial.pieces.count() == 14
    answer = signed_in.post(f"/surface/factor-trials/{trial.pk}/slabs/", {"slabs": "0"})
    assert answer.status_code == 400
    assert "Enter from 1 to 12 slabs." in words_of(answer)


def test_what_came_is_said_with_its_pairs_and_counted(signed_in, trial):
    assert "21 ratings saved." in words_of(rate(signed_in, trial))
    page = page_of(signed_in, trial)
    assert "Finish matters: burnished was worse than ribbed in 6 of 6" in page
    assert (
        "Slip: no piece differed from its like. A small difference could have been missed." in page
    )
    assert "Not as expected · counted as" in page
    assert "4, gone" in page
    overview = words_of(signed_in.get("/surface/factor-trials/"))
    assert "Expectations so far: 1 not as expected." in overview


def test_an_expectation_stands_once_the_first_result_is_in(signed_in, trial):
    url = f"/surface/factor-trials/{trial.pk}/expect/"
    signed_in.post(url, {"words": "Ribbing keeps it on"})
    assert [one.words for one in trial.expectations.all()] == ["Ribbing keeps it on"]
    rate(signed_in, trial)
    answer = words_of(signed_in.post(url, {"words": "As I always said"}, follow=True))
    assert "Added after the first result: As I always said" in answer
    assert trial.expectations.first().words == "Ribbing keeps it on"
    url_of_slabs = f"/surface/factor-trials/{trial.pk}/slabs/"
    answer = signed_in.post(url_of_slabs, {"slabs": "4"}, follow=True)
    assert "The first result is in" in words_of(answer)
    assert trial.pieces.count() == 21
    assert signed_in.post(url, {"words": ""}).status_code == 400


def test_broken_and_unrated_pieces_are_left_out_and_come_back(signed_in, trial):
    first, second = trial.pieces.all()[:2]
    rate(signed_in, trial)
    lost = rate(signed_in, trial, {f"piece_{first.pk}": "lost"})
    assert "1 piece broken or lost." in words_of(lost)
    assert "20 of 21 pieces." in page_of(signed_in, trial)
    assert "broken or lost" in signed_in.get(trial.get_absolute_url()).content.decode()
    rate(signed_in, trial, {f"piece_{first.pk}": "3"})
    assert "21 of 21 pieces." in page_of(signed_in, trial)
    assert Rating.objects.filter(piece=second).count() == 1


def test_a_changed_rating_supersedes_the_one_before(signed_in, trial):
    piece = trial.pieces.first()
    for step in ("1", "1", "2"):
        rate(signed_in, trial, {f"piece_{piece.pk}": step})
    kept = [(one.step, one.is_current) for one in piece.ratings.all()]
    assert kept == [(1, False), (2, True)]


def test_raters_have_a_sheet_each_and_what_they_differ_on_is_named(signed_in, trial):
    rate(signed_in, trial, rater="Ada")
    url = f"/surface/factor-trials/{trial.pk}/rate/scrub/"
    assert "checked>" not in signed_in.get(url, {"rater": "Ben"}).content.decode()
    assert "checked>" in signed_in.get(url, {"rater": "Ada"}).content.decode()
    odd = trial.pieces.filter(levels=[1, 0]).first()
    rate(signed_in, trial, {f"piece_{odd.pk}": "4"}, rater="Ben")
    page = page_of(signed_in, trial)
    assert "Ada, Ben agreed within one step on 0 of 1." in page
    assert f"Rate {odd.code} again." in page


@pytest.mark.parametrize("sheet", [{}, {"piece_1": ""}, {"piece_0": "9"}])
def test_an_empty_sheet_keeps_nothing_and_says_so(signed_in, trial, sheet):
    answer = rate(signed_in, trial, sheet)
    assert answer.status_code == 400
    assert "Nothing was rated." in words_of(answer)
    assert not Rating.objects.exists()


def test_a_step_that_the_scale_does_not_have_is_refused(signed_in, trial):
    answer = rate(signed_in, trial, {f"piece_{trial.pieces.first().pk}": "7"})
    assert answer.status_code == 400
    assert not Rating.objects.exists()


def test_a_scale_that_the_trial_is_not_rated_on_is_not_there(signed_in, trial):
    assert signed_in.get(f"/surface/factor-trials/{trial.pk}/rate/wash/").status_code == 404
    assert signed_in.get(f"{trial.get_absolute_url()}?scale=wash").status_code == 200


def test_colours_before_and_after_washing_say_what_was_lost(signed_in, trial):
    sheet = {}
    for piece in trial.pieces.all():
        faded = 12 if piece.levels and piece.levels[0] == 2 else 1
        sheet |= {f"kept_{piece.pk}": "50, 10, 20", f"washed_{piece.pk}": f"{50 + faded}, 10, 20"}
    url = f"/surface/factor-trials/{trial.pk}/rate/colour_lost/"
    assert "42 colours saved." in words_of(signed_in.post(url, sheet, follow=True))
    page = page_of(signed_in, trial, "colour_lost")
    assert "Finish matters" in page
    assert "ΔE on average" in page
    assert "Left half: kept. Right half: washed." in page
    broken = {**sheet, f"kept_{trial.pieces.first().pk}": "blue-ish"}
    answer = signed_in.post(url, broken)
    assert answer.status_code == 400
    assert "blue-ish" in answer.content.decode()
    assert PieceColour.objects.count() == 42


def test_a_blind_trial_shows_neither_results_nor_combinations(signed_in):
    trial = plan_one(signed_in, blind="on")
    sheet = f"/surface/factor-trials/{trial.pk}/rate/scrub/"
    assert "burnished" not in words_of(signed_in.get(sheet))
    rate(signed_in, trial)
    page = page_of(signed_in, trial)
    assert "What it shows" not in page
    assert "stay hidden until you open the trial" in page
    assert "Not as expected" not in page
    assert "as expected" not in words_of(signed_in.get("/surface/factor-trials/"))
    drafted = signed_in.get(f"/library/conclude/factor_trial/{trial.pk}/").content.decode()
    assert "still rated blind" in drafted
    assert "burnished" not in drafted
    assert signed_in.get(f"{trial.get_absolute_url()}results.csv").status_code == 404
    signed_in.post(f"/surface/factor-trials/{trial.pk}/show/")
    assert "Finish matters" in page_of(signed_in, trial)


def test_results_go_out_as_a_table(signed_in, trial):
    rate(signed_in, trial, rater="Ada")
    lines = signed_in.get(f"{trial.get_absolute_url()}results.csv").content.decode().splitlines()
    assert lines[0] == (
        "\ufeffslab,place,factor finish,factor slip,control,lost,scrub (Ada),"
        "kept_hex,washed_hex,colour_lost"
    )
    assert len(lines) == 22
    assert sum(",bare clay,," in line for line in lines) == 3


def test_several_controls_stand_on_every_slab_and_are_each_told(signed_in):
    trial = plan_one(signed_in, control="bare clay, tested white")
    assert (trial.controls, trial.pieces.count()) == (["bare clay", "tested white"], 24)
    rate(signed_in, trial)
    page = page_of(signed_in, trial)
    assert "Controls: bare clay, tested white." in page
    for control in trial.controls:
        assert f"Control: {control}" in page
        assert f"Against the control ({control}), 0 of 18 pieces were better" in page
    table = signed_in.get(f"{trial.get_absolute_url()}results.csv").content.decode()
    assert table.count(",tested white,,") == table.count(",bare clay,,") == 3


@pytest.mark.parametrize(
    ("control", "expected"),
    [("a, b, c, d", "from 0 to 3 controls"), ("bare, Bare", "entered twice")],
)
def test_controls_that_cannot_be_are_said_at_their_field(signed_in, control, expected):
    sent = {**PLAN, "control": control, "request_key": uuid.uuid4()}
    refused = signed_in.post("/surface/factor-trials/new/", sent)
    assert refused.status_code == 400
    assert expected in refused.context["form"].errors["control"][0]


def test_a_trial_of_before_has_its_one_control(signed_in, trial):
    """Its control's pieces were written without a number."""
    FactorPiece.objects.filter(levels=[0]).update(levels=[])
    rate(signed_in, trial)
    assert "Against the control (bare clay), 0 of 18 pieces" in page_of(signed_in, trial)


def test_levels_that_are_materials_bring_their_cautions(signed_in):
    trial = plan_one(signed_in, levels_2="manganese dioxide, yellow stain", control="cobalt blue")
    page = page_of(signed_in, trial)
    assert "manganese dioxide contains manganese" in page
    assert "Yellow stains may contain vanadium" in page
    assert "cobalt blue contains cobalt" in page
    assert "contains manganese" not in page_of(signed_in, plan_one(signed_in, name="Plain"))


def test_what_each_piece_was_rated_stands_in_it_and_on_paper(signed_in, trial):
    rate(signed_in, trial)
    drawn = signed_in.get(f"{trial.get_absolute_url()}?scale=scrub").content.decode()
    assert drawn.count('class="step"') == 21
    page = words_of(signed_in.get(f"/library/reports/factor-trial/{trial.pk}/"))
    assert "brushed2 · 2 · 22 · 2 · 2" in page
    assert "burnished4 · 4 · 44 · 4 · 4" in page
    assert "bare clay: 0 · 0 · 0." in page


def test_three_factors_have_a_grid_for_each_level_of_the_third(signed_in):
    trial = plan_one(signed_in, factor_3="glaze", levels_3="thin, thick", slabs="2")
    rate(signed_in, trial)
    page = page_of(signed_in, trial)
    assert "glaze: thin" in page
    assert "glaze: thick" in page


def test_a_trial_is_set_aside_and_restored(signed_in, trial):
    url = f"/surface/factor-trials/{trial.pk}/set-aside/"
    answer = signed_in.post(url, {"aside": "yes"}, follow=True)
    assert "What keeps slip on set aside." in words_of(answer)
    assert "What keeps slip on" not in words_of(signed_in.get("/surface/factor-trials/"))
    assert "restored." in words_of(signed_in.post(url, {"aside": "no"}, follow=True))


def test_a_trial_is_found_by_its_name(signed_in, trial):
    answer = signed_in.get("/go/", {"q": "keeps slip"}, follow=True)
    assert answer.redirect_chain[-1][0] == trial.get_absolute_url()


def test_queries_do_not_grow_with_the_pieces(signed_in):
    counts = []
    for slabs in ("2", "9"):
        trial = plan_one(signed_in, slabs=slabs)
        rate(signed_in, trial)
        with CaptureQueriesContext(
            connection,
        ) as queries:
            signed_in.get(trial.get_absolute_url())
        counts.append(len(queries))
    assert counts[0] == counts[1]


def test_the_database_takes_no_second_rating_of_a_rater_and_no_impossible_trial(trial, user):
    same = {"studio": trial.studio, "piece": trial.pieces.first(), "scale": "scrub"}
    Rating.objects.create(**same, rater="Ada", step=1, made_by=user)
    with pytest.raises(IntegrityError), transaction.atomic():
        Rating.objects.create(**same, rater="Ada", step=2, made_by=user)
    with pytest.raises(IntegrityError), transaction.atomic():
        FactorTrial.objects.filter(pk=trial.pk).update(slabs=0)
    with pytest.raises(IntegrityError), transaction.atomic():
        FactorTrial.objects.filter(pk=trial.pk).update(claim_scale="")


def test_a_new_scale_is_one_entry_in_one_list(monkeypatch, signed_in):
    monkeypatch.setitem(SCALES, "tape", RatingScale("Tape", "Pull a tape off.", ("holds", "lifts")))
    trial = plan_one(signed_in, scales=["tape"], claim_scale="tape")
    rate(signed_in, trial, {f"piece_{trial.pieces.first().pk}": "1"}, scale="tape")
    assert "1 of 21 pieces." in page_of(signed_in, trial, "tape")


def test_particle_size_and_binder_are_noted_and_told(signed_in):
    noted = {"particle_size": "through a 0.1 mm sieve", "binder": "gum"}
    trial = plan_one(signed_in, **noted)
    said = "particle size through a 0.1 mm sieve, binder gum"
    assert f"{said[0].upper()}{said[1:]}." in words_of(signed_in.get(trial.get_absolute_url()))
    report = words_of(signed_in.get(f"/library/reports/factor-trial/{trial.pk}/"))
    assert said in report.lower()
    assert plan_one(signed_in).made_with == ""
