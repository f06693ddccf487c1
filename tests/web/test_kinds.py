"""What exists in several kinds is one entry in one list.

One of each kind is added here while the application runs, and walked through everything that uses
the list: forms, recording, the grid, timers, results, verdict and files. A user of a list that
keeps a list of its own fails here.
"""

import io
import uuid

import pytest
from pypdf import PdfReader

from claycore.judging.adjustments import ADJUSTMENTS, Adjustment
from claycore.judging.outcomes import Outcome
from claycore.judging.purposes import Purpose
from claycore.judging.rules import RULES, Rule, RuleFinding
from claycore.measure.units import UNITS, Measure, Unit
from claycore.mixing import sum_checks
from claycore.mixing.sum_checks import Mistake
from claycore.safety.cautions import CAUTIONS, caution_of
from claycore.safety.metals import METALS, Metal
from claycore.testing.bar_roles import ROLES, BarRole
from claycore.testing.bars import REMARKS
from claycore.testing.readings import Quantity
from claycore.testing.soaking import METHODS, SoakingMethod
from claycore.testing.stages import ProtocolStage
from tests.factories import FiringFactory, MaterialFactory
from umberpot.bench.models import Timer
from umberpot.kiln import services as kiln
from umberpot.tiles.models import ClayTest, Step, Tile


def text_of(client, address):
    answer = client.get(address)
    assert answer.status_code == 200, address
    return answer.content.decode()


@pytest.fixture
def bank(studio):
    return MaterialFactory(dug=True, studio=studio)


@pytest.fixture
def plan_test(signed_in, bank):
    """Plans a test of one bar a cone at cone 6, made and dry."""

    def plan(method="boil_soak"):
        data = {"name": "Bank, bars", "cones": "6", "replicates": "1", "path": "own"}
        data |= {"mark": "100", "soak": "all", "method": method, "request_key": uuid.uuid4()}
        answer = signed_in.post(f"/tiles/tests/new/{bank.pk}/", data)
        assert answer.status_code == 302, answer.content.decode()
        test = ClayTest.objects.latest("pk")
        signed_in.post(f"/tiles/tests/{test.pk}/made/")
        return test

    return plan


@pytest.fixture
def fire(studio, user):
    def burn(test, cone="6"):
        firing = FiringFactory(studio=studio, cone=cone)
        kiln.load_and_fire(list(Tile.objects.filter(trial=test.trial_id)), firing)
        return firing

    return burn


def test_a_new_way_of_soaking(monkeypatch, signed_in, bank, plan_test, fire):
    stages = (ProtocolStage("Steam", 90, "Hang the bars in steam.", "boiling"),)
    steam = SoakingMethod("steam", "Steam bath", "Steam 90 min, weigh.", "house test", stages, 5)
    monkeypatch.setitem(METHODS, "steam", steam)

    test = plan_test(method="steam")
    [bar] = Tile.objects.filter(trial=test.trial_id)
    assert "Steam bath" in text_of(signed_in, f"/bench/timers/?test={test.pk}")
    started = {"protocol": "steam", "about": "Bars", "test": test.pk, "request_key": uuid.uuid4()}
    signed_in.post(f"/bench/timers/?test={test.pk}", started)
    timer = Timer.objects.get()
    assert (timer.get_protocol_display(), timer.when_due) == ("Steam bath", steam.at_the_end)
    over = signed_in.post(f"/bench/timers/{timer.pk}/next/", {"stage": "0", "sure": "yes"})
    assert over["Location"] == f"/tiles/tests/{test.pk}/"

    firing = fire(test)
    grid = f"/tiles/tests/{test.pk}/?stage={firing.pk}&method="
    for method, soaked in (("steam", 84), ("boil_soak", 83)):
        figures = {f"mass_fired-{bar.pk}": "80", f"mass_soaked-{bar.pk}": soaked}
        figures |= {f"length_fired-{bar.pk}": "90", f"why-length_fired-{bar.pk}": "so"}
        assert signed_in.post(grid + method, figures).status_code == 302
    assert "84" in text_of(signed_in, grid + "steam")
    bar.refresh_from_db()
    assert bar.step == Step.READ

    clay = f"/results/clays/{bank.pk}"
    page = text_of(signed_in, f"{clay}/?purpose=tableware")
    assert "Absorption, steam bath" in page
    figures = signed_in.get(f"{clay}/figures.json").json()["figures"]
    absorbed = {row["method"]: row["value"] for row in figures if row["figure"] == "absorption"}
    assert absorbed == {"steam": pytest.approx(5), "boil_soak": pytest.approx(3.75)}
    assert list(absorbed) == ["steam", "boil_soak"], "the surest first"
    assert "5 ± 1" in page.split("Absorption at cone 6")[1][:400], "judged by the surest"
    assert "steam" in text_of(signed_in, f"{clay}/readings.csv")
    report = PdfReader(io.BytesIO(signed_in.get(f"{clay}/report.pdf").content))
    assert "Steam bath: Steam 90 min" in "".join(page.extract_text() for page in report.pages)

    asked = "/results/absorption/?dry=80&wet=84&unit=g&scale_step=0.1&method=steam"
    assert "Steam bath" in text_of(signed_in, asked)


def test_a_new_role_of_a_bar(monkeypatch, signed_in, plan_test, fire):
    rim = BarRole("rim", "rim only", (Quantity.LENGTH_FIRED,))
    monkeypatch.setitem(ROLES, "rim", rim)
    test = plan_test()
    bar = Tile.objects.get(trial=test.trial_id)
    bar.role = "rim"
    bar.full_clean(exclude=["mix", "inscription"])
    bar.save()
    firing = fire(test)
    grid = f"/tiles/tests/{test.pk}/?stage={firing.pk}"
    page = text_of(signed_in, grid)
    assert "rim only" in page
    assert f'name="length_fired-{bar.pk}"' in page
    assert f'name="mass_fired-{bar.pk}"' not in page
    signed_in.post(grid, {f"length_fired-{bar.pk}": "90"})
    bar.refresh_from_db()
    assert bar.step == Step.READ
    assert signed_in.get(f"/tiles/tests/{test.pk}/sheet.pdf").status_code == 200


def test_a_new_remark(monkeypatch, signed_in, bank, plan_test, fire):
    monkeypatch.setitem(REMARKS, "dunted", "dunted in cooling")
    test = plan_test()
    bar = Tile.objects.get(trial=test.trial_id)
    firing = fire(test)
    grid = f"/tiles/tests/{test.pk}/?stage={firing.pk}"
    signed_in.post(grid, {"remarks-here": bar.pk, f"remark-{bar.pk}": "dunted"})
    assert "dunted in cooling" in text_of(signed_in, grid)
    assert "dunted in cooling 1" in text_of(signed_in, f"/results/clays/{bank.pk}/")
    assert "dunted in cooling" in text_of(signed_in, f"/results/clays/{bank.pk}/readings.csv")


def test_a_new_rule(monkeypatch, signed_in, tested):
    def salty(evidence, limits):
        return RuleFinding("a white bloom", "none", Outcome.FAILS)

    monkeypatch.setitem(ADJUSTMENTS, "wash", Adjustment("wash", "Wash it in three waters"))
    rule = Rule(
        "salt",
        "Salts",
        "salts",
        (Purpose.SCULPTURE,),
        "Salt blooms.",
        salty,
        fault="blooms",
        adjustments=("wash",),
    )
    monkeypatch.setitem(RULES, "salt", rule)
    bank = tested("Bank", (("6", 12, 1.0),))
    page = text_of(signed_in, f"/results/clays/{bank.pk}/?purpose=sculpture")
    assert all(words in page for words in ("Salts", "Salt blooms.", "Wash it in three waters"))
    assert "it fails only on salts" in page
    compared = text_of(signed_in, f"/results/clays/compare/?of={bank.pk}&of={bank.pk}")
    assert "Tick two to six clays" in compared or "Salts" in compared
    report = signed_in.get(f"/results/clays/{bank.pk}/report.pdf?purpose=sculpture")
    pages = PdfReader(io.BytesIO(report.content)).pages
    assert "Salts" in "".join(page.extract_text() for page in pages)


def test_a_new_unit(monkeypatch, signed_in, plan_test):
    monkeypatch.setitem(UNITS, "stone", Unit("stone", Measure.MASS, 6350.29318, "stone"))
    dose = "/mix/dose/?state=dry&mass=2&unit=stone&add=Blue:5"
    answer = signed_in.get(dose, headers={"accept": "application/json"}).json()
    assert answer["dry_clay_g"] == pytest.approx(12700.586)
    assert '<option value="stone" selected>' in text_of(signed_in, dose)
    refused = signed_in.get(dose.replace("stone", "cat"), headers={"accept": "application/json"})
    assert "stone" in refused.json()["errors"][0]["message"]
    test = plan_test()
    bar = Tile.objects.get(trial=test.trial_id)
    grid = f"/tiles/tests/{test.pk}/?stage=clay"
    signed_in.post(grid, {f"mass_wet-{bar.pk}": "0.02 stone"})
    assert bar.readings.get().value == pytest.approx(127.00586)


def test_a_new_hazardous_metal(monkeypatch, signed_in, blue):
    thorium = Metal("thorium", "Thorium", "Leave it alone.", "Th", ("thorium", "thoria"), ("tho2",))
    monkeypatch.setitem(METALS, "thorium", thorium)
    monkeypatch.setitem(CAUTIONS, "thorium", caution_of(thorium))
    address = f"/shelf/{blue.pk}/"
    assert 'value="thorium"' in text_of(signed_in, address)
    data = {"kind": "stain", "name": blue.name, "hazards": ["thorium"], "on_hand_g": "100"}
    assert signed_in.post(address, {**data, "state": "dry"}).status_code == 302
    blue.refresh_from_db()
    assert [caution.title for caution in blue.cautions] == ["Thorium"]
    assert "thorium" in text_of(signed_in, "/shelf/").lower()
    dose = "/mix/dose/?state=dry&mass=90&unit=g&add=Old+thoria:3"
    assert "contains thorium: leave it alone." in text_of(signed_in, dose)


def test_a_new_mistake(monkeypatch, signed_in):
    def of_the_day(asked):
        yield Mistake("day_of_month", "The day of the month was weighed.", 25.0)

    monkeypatch.setattr(sum_checks, "MISTAKES_OF_DOSE", [*sum_checks.MISTAKES_OF_DOSE, of_the_day])
    asked = "/mix/check-sum/?state=dry&mass=100&unit=g&pct=7&answer=25"
    found = signed_in.get(asked, headers={"accept": "application/json"}).json()
    assert "day_of_month" in [mistake["code"] for mistake in found["likely_mistakes"]]
    assert "The day of the month was weighed." in text_of(signed_in, asked)
