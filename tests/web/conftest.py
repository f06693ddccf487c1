"""A studio with a shelf, somebody in it, and somebody of another studio."""

import shutil
import uuid

import pytest
from django.contrib.auth.models import User
from django.db import connection
from django.http import QueryDict
from django.test import Client

from standins.scale.pan import Pan
from standins.scale.server import ScaleServer
from tests import data_files
from tests.factories import MaterialFactory, MembershipFactory
from tests.web import whole_site
from umberpot import devices
from umberpot.mixing import services as mixing
from umberpot.mixing.calculators.dose import DoseView
from umberpot.mixing.composition import parts_of
from umberpot.mixing.weighing import services as weighing
from umberpot.shelf import services as shelf
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio


@pytest.fixture(scope="session")
def django_db_setup(django_test_environment, django_db_blocker, run_folder, tmp_path_factory):
    """A copy of the migrated data file: a file, as in real use, and no migrating of its own."""
    own = tmp_path_factory.mktemp("web") / data_files.NAME
    shutil.copy(data_files.migrated(run_folder) / data_files.NAME, own)
    connection.settings_dict["NAME"] = str(own)
    yield
    with django_db_blocker.unblock():
        connection.close()


@pytest.fixture(autouse=True)
def data_file(request, django_db_setup, run_folder, django_db_blocker):
    """A test of the whole site begins on a file that has one of everything, once there is one.

    One that asks for ``demo_studio`` begins on a copy of the demo's.
    """
    kept = None
    if "world" in request.fixturenames and whole_site.kept_world(run_folder).exists():
        kept = whole_site.kept_world(run_folder)
    if "demo_studio" in request.fixturenames:
        kept = request.getfixturevalue("tmp_path") / data_files.NAME
        data_files.copy_file(data_files.demo(run_folder) / data_files.NAME, kept)
    if kept is None:
        yield
        return
    own = connection.settings_dict["NAME"]
    with django_db_blocker.unblock():
        connection.close()
    connection.settings_dict["NAME"] = str(kept)
    yield
    with django_db_blocker.unblock():
        connection.close()
    connection.settings_dict["NAME"] = own


@pytest.fixture
def demo_studio(db):
    """The demo studio: several of everything, at every stage."""
    return Studio.objects.get()


def member_of(studio_name: str, username: str) -> User:
    found = User.objects.filter(username=username).first()
    return found or MembershipFactory(user__username=username, studio__name=studio_name).user


@pytest.fixture
def user(db):
    return member_of("Quayside", "potter")


@pytest.fixture
def studio(user):
    return user.membership.studio


@pytest.fixture
def signed_in(user):
    client = Client()
    client.force_login(user)
    return client


@pytest.fixture
def stranger(db):
    """Signed in, but in another studio."""
    client = Client()
    client.force_login(member_of("Across the water", "stranger"))
    return client


@pytest.fixture
def clay(studio, user):
    there = Material.objects.of(studio).filter(name="Ferry white").first()
    if there:
        return there
    material = MaterialFactory(
        studio=studio,
        name="Ferry white",
        supplier_code="FW-1",
        state="plastic",
        water_pct=21.5,
    )
    shelf.count_stock(material, 5000, user)
    return material


@pytest.fixture
def blue(studio, user):
    there = Material.objects.of(studio).filter(name="Quay Blue").first()
    if there:
        return there
    material = MaterialFactory(
        stain=True, studio=studio, name="Quay Blue", supplier_code="QB-14", hazards=["cobalt"]
    )
    shelf.count_stock(material, 100, user)
    return material


DRY_SUM = "clay=Ferry white&state=dry&mass=80&unit=g&add=Quay Blue:10"
PLASTIC_SUM = "clay=Ferry white&state=plastic&mass=100&unit=g&water_pct=20&add=Quay Blue:10"


@pytest.fixture
def make_mix(studio, user, clay, blue):
    def make(query=DRY_SUM):
        solved = DoseView.read(QueryDict(query))
        return mixing.make_mix(
            studio,
            solved.result,
            solved.inputs.clay_name,
            solved.form.query_string(),
            uuid.uuid4(),
            user,
        )

    return make


@pytest.fixture
def weigh(user):
    def take(mix, *grams, **options):
        """Weighs the next parts of a mix, in order."""
        for figure in grams:
            weighing.take_weighing(
                weighing.next_part(parts_of(mix)),
                figure,
                source="typed",
                scale_step_g=0.1,
                request_key=uuid.uuid4(),
                by=user,
                **options,
            )
        mix.refresh_from_db()
        return mix

    return take


@pytest.fixture
def weigh_out(weigh):
    """Weighs every part of a mix: what is to go, times what ``of`` gives each time."""

    def out(mix, of=lambda: 1):
        while part := weighing.next_part(parts_of(mix)):
            weigh(mix, round(part.to_go_g * of(), 6))
        return mix

    return out


@pytest.fixture
def scale(settings, monkeypatch):
    """The simulated scale, really listening; gives its pan."""
    import threading

    pan = Pan(step_g=0.01, capacity_g=5000)
    server = ScaleServer(0, pan)
    threading.Thread(target=server.serve_forever, args=(0.02,), daemon=True).start()
    settings.SCALE_ADDRESS = f"socket://127.0.0.1:{server.port}"
    settings.SCALE_IS_SIMULATED = True
    monkeypatch.setattr(devices, "RESTS_S", 0)  # this server takes any number of callers
    yield pan
    server.shutdown()
    server.server_close()
