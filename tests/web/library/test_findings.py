"""Expectations and findings: written first, drafted from the figures, signed, superseded."""

import uuid

import pytest
from django.db import IntegrityError, connection, transaction
from django.test.utils import CaptureQueriesContext

from tests.factories import FactorTrialFactory, FindingFactory, FiringFactory
from tests.pages import words_of
from umberpot.library.findings.drafts import DRAFTS
from umberpot.library.models import CONCLUDED, Finding, TrialExpectation


@pytest.fixture
def trial(two_stains):
    """Tiles of two stains at three strengths, fired and read."""
    return two_stains[0].trial


def conclude(client, about, subject, key=None, **written):
    url = f"/library/conclude/{about}/{subject.pk}/"
    sent = {"sentence": "Six is enough.", "words": "", "seen": "", **written}
    return client.post(url, {**sent, "request_key": key or uuid.uuid4()}, follow=True)


def draft_of(client, about, subject):
    form = client.get(f"/library/conclude/{about}/{subject.pk}/").context["form"]
    return form["sentence"].value(), form["words"].value()


def test_what_can_be_concluded_can_be_drafted():
    assert set(DRAFTS) == set(CONCLUDED)


def test_a_trials_draft_says_what_its_page_says_first_and_what_was_expected(signed_in, trial):
    TrialExpectation.objects.create(
        studio=trial.studio,
        trial=trial,
        words="Rust will be too dark",
        after_firing=False,
        made_by=trial.made_by,
    )
    sentence, words = draft_of(signed_in, "trial", trial)
    assert sentence in words_of(signed_in.get(f"/results/trials/{trial.pk}/"))
    assert words.splitlines()[0] == "Expected: Rust will be too dark"


def test_a_clays_draft_is_its_verdict(signed_in, tested):
    clay = tested("Bank", [("6", 12.0, 0.8)])
    sentence, words = draft_of(signed_in, "clay", clay)
    assert sentence.startswith("Bank: ")
    assert words
    finding = conclude(signed_in, "clay", clay)
    assert f'href="/results/clays/{clay.pk}/"' in finding.content.decode()


def test_a_firings_and_an_unread_trials_draft_say_what_little_there_is(signed_in, studio):
    firing = FiringFactory(studio=studio, cone="6", note="middle shelf")
    assert draft_of(signed_in, "firing", firing) == (
        "Fired to cone 6 with 0 pieces.",
        "middle shelf",
    )
    unread = FactorTrialFactory(studio=studio)
    sentence, _ = draft_of(signed_in, "factor_trial", unread)
    assert "too few rated pieces" in sentence


def test_a_finding_is_signed_and_stands_where_it_belongs(signed_in, user, trial):
    answer = conclude(signed_in, "trial", trial, words="It saves money.\nAsk for a sample.")
    page = words_of(answer)
    assert "Finding saved." in page
    assert "Six is enough." in page
    assert "Ask for a sample." in page
    assert str(user) in page
    assert "Six is enough." in words_of(signed_in.get(f"/results/trials/{trial.pk}/"))
    assert "Six is enough." in words_of(signed_in.get("/library/"))


def test_a_later_finding_supersedes_the_one_before_which_stays(signed_in, trial):
    conclude(signed_in, "trial", trial)
    first = Finding.objects.get()
    conclude(signed_in, "trial", trial, sentence="Nine, after all.", seen=first.pk)
    library = words_of(signed_in.get("/library/"))
    assert "Nine, after all." in library
    assert "Six is enough." not in library
    assert "Six is enough." in words_of(signed_in.get("/library/", {"all": "yes"}))
    old = words_of(signed_in.get(first.get_absolute_url()))
    assert "Superseded by: Nine, after all." in old


def test_what_was_concluded_of_a_trial_that_is_set_aside_stays(signed_in, studio):
    factors = FactorTrialFactory(studio=studio)
    conclude(signed_in, "factor_trial", factors, sentence="Gum holds.")
    signed_in.post(f"/surface/factor-trials/{factors.pk}/set-aside/", {"aside": "yes"})
    factors.refresh_from_db()
    assert factors.set_aside_at
    assert "Gum holds." in words_of(signed_in.get("/library/"))
    assert "Gum holds." in words_of(signed_in.get(Finding.objects.get().get_absolute_url()))
    conclude(signed_in, "factor_trial", factors, sentence="Not so.", seen=Finding.objects.get().pk)
    assert "Not so." in words_of(signed_in.get("/library/"))


def test_two_people_concluding_one_trial_are_told_of_each_other(signed_in, trial):
    conclude(signed_in, "trial", trial, sentence="The other was first.")
    answer = conclude(signed_in, "trial", trial, sentence="Mine")
    assert answer.status_code == 400
    page = words_of(answer)
    assert "Someone concluded this meanwhile." in page
    assert "Current finding: The other was first." in page
    assert "Mine" in answer.content.decode()
    assert Finding.objects.count() == 1


def test_a_double_click_keeps_one_finding(signed_in, trial):
    key = uuid.uuid4()
    for _ in range(2):
        assert conclude(signed_in, "trial", trial, key).status_code == 200
    assert Finding.objects.count() == 1


@pytest.mark.parametrize("sentence", ["", "  ", "x" * 241])
def test_a_finding_says_something_in_one_sentence(signed_in, trial, sentence):
    answer = conclude(signed_in, "trial", trial, sentence=sentence, words="Keep these reasons")
    assert answer.status_code == 400
    assert "Keep these reasons" in answer.content.decode()
    assert not Finding.objects.exists()


def test_findings_are_found_by_all_their_words(signed_in, studio, trial):
    FindingFactory(studio=studio, trial=trial, sentence="Kelp is enough at six", words="cheap")
    assert "Kelp is enough" in words_of(signed_in.get("/library/", {"words": "kelp cheap"}))
    assert "No findings match." in words_of(signed_in.get("/library/", {"words": "kelp dear"}))


def test_what_it_is_about_must_be_known_and_the_studios_own(signed_in, stranger, trial):
    assert conclude(signed_in, "kettle", trial).status_code == 404
    assert conclude(stranger, "trial", trial).status_code == 404
    assert not Finding.objects.exists()


def test_an_expectation_is_dated_and_later_thoughts_are_told_apart(signed_in, trial):
    url = f"/library/expect/{trial.pk}/"
    answer = words_of(signed_in.post(url, {"words": "Rust will win"}, follow=True))
    assert "Rust will win" in answer
    assert "after the first firing" in answer
    signed_in.post(url, {"words": "Rust will win"})
    assert TrialExpectation.objects.get().after_firing
    assert signed_in.post(url, {"words": ""}).status_code == 400


def test_an_expectation_before_the_firing_is_first(signed_in, user, make_mix, weigh):
    mix = weigh(make_mix(), 80, 8)
    order = {"mark": "100", "cone": "6", "glazed": "no", "trial_name": "Ramp", "count": 1}
    signed_in.post(f"/tiles/make/{mix.pk}/", {**order, "request_key": uuid.uuid4()})
    trial = mix.tiles.get().trial
    assert "What do you expect?" in words_of(signed_in.get(trial.get_absolute_url()))
    signed_in.post(f"/library/expect/{trial.pk}/", {"words": "A fresh green"})
    assert not TrialExpectation.objects.get().after_firing


def test_the_bench_shows_what_is_read_and_not_concluded(signed_in, trial):
    trial.tiles.update(step="read")
    page = signed_in.get("/").content.decode()
    assert f"/library/conclude/trial/{trial.pk}/" in page
    conclude(signed_in, "trial", trial)
    page = signed_in.get("/").content.decode()
    assert f"/library/conclude/trial/{trial.pk}/" not in page


def test_queries_do_not_grow_with_the_findings(signed_in, studio, trial, user):
    counts = []
    for more in (1, 8):
        for _ in range(more):
            FindingFactory(studio=studio, trial=trial, made_by=user)
        with CaptureQueriesContext(connection) as queries:
            signed_in.get("/library/")
        counts.append(len(queries))
    assert counts[0] == counts[1]


@pytest.mark.parametrize("wrong", [{"trial": None}, {"sentence": ""}])
def test_the_database_takes_no_finding_about_nothing_or_with_nothing(studio, trial, wrong):
    with pytest.raises(IntegrityError), transaction.atomic():
        FindingFactory(**{"studio": studio, "trial": trial, **wrong})
