"""A data file made by an earlier version comes up to date with everything in it."""

import pytest
from django.apps import apps as current_apps
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.utils import timezone

FIRST = [(app, "0001_initial") for app in ("mixing", "tiles", "shelf", "studio")]
GREASY = [("shelf", "0008_words"), ("studio", "0003_what_clays_are_judged_as")]
"""When a clay's feel was noted from greasy to gritty."""


@pytest.fixture
def as_of(django_db_setup, django_db_blocker, tmp_path):
    """Gives the apps as they were at some migrations, on a data file that was made then."""
    tests_own = connection.settings_dict["NAME"]

    def made(at):
        executor = MigrationExecutor(connection)
        executor.migrate(at)
        return executor.loader.project_state(at).apps.get_model

    with django_db_blocker.unblock():
        connection.close()
        connection.settings_dict["NAME"] = str(tmp_path / "then.sqlite3")
        yield made
        connection.close()
        connection.settings_dict["NAME"] = tests_own


def forward():
    executor = MigrationExecutor(connection)
    executor.migrate(executor.loader.graph.leaf_nodes())


def test_mixes_and_tiles_of_the_first_version(as_of):
    old = as_of(FIRST)
    user = old("auth", "User").objects.create(username="quay")
    studio = old("studio", "Studio").objects.create(name="Quayside")
    mine = {"studio": studio}
    clay = old("shelf", "Material").objects.create(**mine, kind="clay_body", name="Ferry white")
    mix = old("mixing", "Mix").objects.create(
        **mine,
        name="10 % Quay Blue",
        state="plastic",
        clay_g=100,
        dry_clay_g=78,
        sum_query="",
        request_key="6ba7b810-9dad-11d1-80b4-00c04fd430c8",
        made_by=user,
    )
    parts = [
        ("clay", "Ferry white", None, 100.0, clay),
        ("colourant", "Quay Blue", 10.0, 7.8, None),
        ("water", "water", None, 2.2, None),
    ]
    for position, (role, name, pct, grams, material) in enumerate(parts):
        part = old("mixing", "MixPart").objects.create(
            **mine,
            mix=mix,
            position=position,
            role=role,
            name=name,
            planned_pct=pct,
            planned_g=grams,
            material=material,
        )
        if role == "colourant":
            for number, superseded_at in ((9.0, timezone.now()), (8.0, None)):
                old("mixing", "Weighing").objects.create(
                    **mine,
                    part=part,
                    grams=number,
                    step_g=0.1,
                    source="typed",
                    request_key=f"6ba7b81{number:.0f}-9dad-11d1-80b4-00c04fd430c8",
                    superseded_at=superseded_at,
                    made_by=user,
                )
    plain = old("mixing", "Mix").objects.create(
        **mine,
        name="Plain",
        state="dry",
        clay_g=100,
        dry_clay_g=100,
        sum_query="",
        request_key="6ba7b810-9dad-11d1-80b4-00c04fd430c9",
        made_by=user,
    )
    old("mixing", "MixPart").objects.create(
        **mine, mix=plain, position=0, role="clay", name="clay", planned_g=100, material=clay
    )
    trial = old("tiles", "Trial").objects.create(
        **mine, name="Blue", ware="stoneware", school="strict", made_by=user
    )
    for code, of in (("A1", mix), ("A2", plain)):
        old("tiles", "Tile").objects.create(
            **mine,
            trial=trial,
            mix=of,
            code=code,
            mark_length_mm=100,
            cone="6",
            request_key="6ba7b810-9dad-11d1-80b4-00c04fd430c8",
            made_by=user,
        )

    forward()

    kept = current_apps.get_model("mixing", "Mix").objects.get(name="10 % Quay Blue")
    assert kept.batch.clay_g == pytest.approx(78)
    assert kept.batch.pct("Quay Blue") == pytest.approx(100 * 8 / 78)
    assert kept.batch.water_g == pytest.approx(22 + 2.2)
    assert kept.wanted_pcts == {"Quay Blue": 10}
    assert (kept.clay_name, kept.clay.name) == ("Ferry white", "Ferry white")
    assert kept.parts.first().dry_share == pytest.approx(0.78)
    coloured, bare = current_apps.get_model("tiles", "Tile").objects.order_by("code")
    assert coloured.shaped_at == coloured.made_at
    assert coloured.clay is None
    assert bare.clay.name == "Ferry white"


def test_a_feel_noted_from_greasy_to_gritty_keeps_its_figure(as_of):
    old = as_of(GREASY)
    limits = {"greasy_least_pct": 62.0, "stoneware_strict": 1.2}
    studio = old("studio", "Studio").objects.create(name="Quayside", own_limits=limits)
    clay = old("shelf", "Material").objects.create(studio=studio, kind="dug_clay", name="Bank")
    old("shelf", "FieldSheet").objects.create(studio=studio, material=clay, greasy_pct=83)
    forward()
    now = current_apps.get_model
    assert now("shelf", "FieldSheet").objects.get().smooth_pct == 83
    own = now("studio", "Studio").objects.get().own_limits
    assert own == {"smooth_least_pct": 62.0, "stoneware_strict": 1.2}
