"""Full export out and in: the same on the other side, or nothing at all."""

import hashlib
import io
import json
import random
import uuid
import zipfile
from datetime import UTC, datetime

import pytest
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.db.models import Value
from django.db.models.functions import Concat
from django.test import Client
from django.utils import timezone

from tests.factories import MembershipFactory
from tests.pages import words_of
from tests.web.dumps import rows_but
from umberpot.firings.models import Firing, FiringChange
from umberpot.kiln.services import note_change
from umberpot.library.models import Indexed, Note
from umberpot.mixing.models import Mix, MixPart
from umberpot.shelf.models import Material, Photo, StockMovement
from umberpot.studio import progress
from umberpot.studio.progress import Doing
from umberpot.studio.role_list import Role
from umberpot.surface.models import FactorTrial, KeptPreview
from umberpot.tiles.models import Reading, Remark, Tile, Trial
from umberpot.transfer.archive import checking, contents, exporting
from umberpot.transfer.archive.checking import Archive, Unfit
from umberpot.transfer.archive.exporting import write_archive
from umberpot.transfer.archive.importing import take_in

AT = datetime(2026, 3, 4, 5, 6, 7, tzinfo=UTC)


def out_of(studio, at=AT):
    file = io.BytesIO()
    write_archive(studio, file, at)
    return file.getvalue()


def files_in(archive):
    with zipfile.ZipFile(io.BytesIO(archive)) as zipped:
        return {name: zipped.read(name) for name in zipped.namelist()}


def empty_studio(username="newcomer"):
    member = MembershipFactory(user__username=username, studio__name="Empty")
    client = Client()
    client.force_login(member.user)
    return client, member.studio


def once():
    return {"request_key": uuid.uuid4()}


def elsewhere():
    """As on another installation: nobody there has one of these names."""
    User.objects.update(username=Concat(Value("was-"), "username"))


def into(studio, archive):
    return take_in(studio, io.BytesIO(archive))


def upload(client, archive):
    file = SimpleUploadedFile("studio.zip", archive, content_type="application/zip")
    return client.post("/shelf/transfer/archive/", {"archive": file}, follow=True)


def changed(archive, change):
    """The archive with its files changed, and the manifest true to them again."""
    files = files_in(archive)
    change(files)
    manifest = json.loads(files.pop("manifest.json"))
    more = files.pop("more", {})
    manifest["sha256"] = {name: hashlib.sha256(data).hexdigest() for name, data in files.items()}
    manifest |= more
    return zipped({**files, "manifest.json": json.dumps(manifest).encode()})


def zipped(files):
    file = io.BytesIO()
    with zipfile.ZipFile(file, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, data in files.items():
            archive.writestr(name, data)
    return file.getvalue()


def test_one_of_everything_is_the_same_on_the_other_side(world, studio, signed_in):
    first = out_of(studio)
    counts = json.loads(files_in(first)["manifest.json"])["rows"]
    assert set(counts) == set(contents.archived())
    empty = {label for label, count in counts.items() if not count}
    assert len(empty) < len(counts) / 2, empty
    elsewhere()
    client, other = empty_studio()
    assert "is here, with" in words_of(upload(client, first))
    other.refresh_from_db()
    assert other.name == studio.name
    second = out_of(other)
    assert files_in(second) == files_in(first)
    words = ("kind", "name", "words", "key", "alias")
    mine, theirs = (Indexed.objects.of(one).order_by(*words) for one in (studio, other))
    assert [*theirs.values_list("kind", "name")] == [*mine.values_list("kind", "name")]
    for address in ("/", "/shelf/", "/mix/", "/tiles/", "/kiln/", "/results/", "/library/"):
        assert client.get(address).status_code == 200, address
    code = Tile.objects.of(other).first().code
    assert client.get("/go/", {"q": code})["Location"] == f"/tiles/{code}/"


@pytest.mark.parametrize("seed", range(5))
def test_any_small_studio_comes_back_the_same(studio, user, seed):
    rng = random.Random(seed)
    mine = {"studio": studio}
    signed = {**mine, "made_by": user}
    clays = [
        Material.objects.create(
            **mine,
            kind=rng.choice(["clay_body", "stain", "oxide"]),
            name=f"{rng.choice('äöñ#/')}{number}",
            notes="".join(rng.choice('"\n,; é\t') for _ in range(9)),
            price_per_kg=rng.choice([None, 0.1 + 0.2, 12.345]),
            hazards=rng.choice([[], ["cobalt"]]),
        )
        for number in range(rng.randint(1, 9))
    ]
    for clay in clays:
        StockMovement.objects.create(
            **signed, material=clay, reason="counted", grams=rng.uniform(-1e3, 1e6)
        )
        if rng.random() < 0.4:
            Photo.objects.create(**signed, material=clay, image=rng.randbytes(3000), **once())
    trial = Trial.objects.create(**signed, name="T", ware="stoneware", school="strict")
    before = None
    for number in range(rng.randint(0, 6)):
        tile = Tile.objects.create(
            **signed,
            trial=trial,
            clay=rng.choice(clays),
            code=f"Z{seed}{number}",
            mark_length_mm=rng.uniform(50, 150),
            cone="6",
            remakes=before if rng.random() < 0.3 else None,
            **once(),
        )
        before = tile
        reading = {"tile": tile, "quantity": "length_dry", "step": 0.5}
        old = Reading.objects.create(**signed, **reading, value=95)
        if rng.random() < 0.5:
            old.supersede(user)
            Reading.objects.create(**signed, **reading, value=rng.uniform(80, 99), corrects=old)
        Remark.objects.create(**signed, tile=tile, code="crazed", withdrawn_at=timezone.now())
        Note.objects.create(**signed, tile=tile, words="ñ" * 9, **once())
    archive = out_of(studio)
    elsewhere()
    _, other = empty_studio()
    into(other, archive)
    assert files_in(out_of(other)) == files_in(archive)
    assert Indexed.objects.of(other).count() == Indexed.objects.of(studio).count()


def test_a_second_archive_differs_in_its_day_only(world, studio):
    first, later = files_in(out_of(studio)), files_in(out_of(studio, timezone.now()))
    assert {name for name in first if first[name] != later[name]} <= {"manifest.json", "README.txt"}


def test_people_come_as_names_nobody_signs_in_with(world, studio, user):
    _, other = empty_studio()
    into(other, out_of(studio))
    author = Tile.objects.of(other).first().made_by
    assert author.username == "potter-2", "potter is somebody of another studio here"
    assert not author.is_active
    assert not author.has_usable_password()


def test_an_owner_of_the_same_name_is_the_same_person(world, studio, user):
    archive = out_of(studio)
    elsewhere()
    _, other = empty_studio("potter")
    into(other, archive)
    assert Tile.objects.of(other).first().made_by == other.memberships.get().user


def test_a_studio_that_is_not_empty_takes_nothing_in(world, signed_in, studio):
    archive = out_of(studio)
    before = rows_but("django_session", "studio_importprogress")
    refused = upload(signed_in, archive)
    assert refused.status_code == 400
    assert "only be imported into an empty studio" in words_of(refused)
    assert rows_but("django_session", "studio_importprogress") == before


def cut_short(files):
    files["data/tiles.Tile.jsonl"] = b"\n".join(files["data/tiles.Tile.jsonl"].split(b"\n")[:-2])


def pointing_nowhere(files):
    rows = [json.loads(line) for line in files["data/tiles.Tile.jsonl"].splitlines()]
    rows[0]["trial"] = 999
    files["data/tiles.Tile.jsonl"] = b"".join(json.dumps(r).encode() + b"\n" for r in rows)


def with_a_value(value, field="mark_length_mm"):
    def change(files):
        rows = [json.loads(line) for line in files["data/tiles.Tile.jsonl"].splitlines()]
        rows[0][field] = value
        files["data/tiles.Tile.jsonl"] = b"".join(json.dumps(r).encode() + b"\n" for r in rows)

    return change


def with_a_file(name):
    return lambda files: files.update({name: b"x"})


@pytest.mark.parametrize(
    ("change", "why"),
    [
        (cut_short, "should have"),
        (pointing_nowhere, "trial cannot be right"),
        (with_a_value(-5), "mark_length_mm cannot be right"),
        (with_a_value("long"), "mark_length_mm cannot be right"),
        (with_a_value(5, "colour"), "an unknown column"),
        (with_a_value("x" * 200, "code"), "code cannot be right"),
        (with_a_value("2026-01-01T00:00:00", "made_at"), "made_at cannot be right"),
        (with_a_file("../../etc/passwd"), "does not belong"),
        (with_a_file("/etc/passwd"), "does not belong"),
        (with_a_file("data/tiles.Tile.jsonl.exe"), "does not belong"),
        (lambda files: files.pop("data/tiles.Tile.jsonl"), "lacks data/tiles.Tile.jsonl"),
        (lambda files: files.update(more={"version": 6}), "reads up to 5"),
        (lambda files: files.update(more={"format": "else"}), "not a full export"),
        (lambda files: files.update(more={"version": "1"}), "damaged"),
        (lambda files: files.update({"people.jsonl": b"[" * 100_000}), "damaged"),
        (lambda files: files.update({"studio.json": b'{"name": 5'}), "damaged"),
    ],
)
def test_what_is_amiss_is_said_and_nothing_is_taken_in(world, studio, change, why):
    archive = changed(out_of(studio), change)
    client, other = empty_studio()
    before = rows_but("django_session", "studio_importprogress")
    refused = upload(client, archive)
    assert refused.status_code == 400
    assert why in words_of(refused)
    assert rows_but("django_session", "studio_importprogress") == before
    assert not Tile.objects.of(other).exists()


def test_a_changed_byte_is_noticed(world, studio):
    files = files_in(out_of(studio))
    files["data/shelf.Material.jsonl"] = files["data/shelf.Material.jsonl"].replace(b"Q", b"P", 1)
    with pytest.raises(Unfit, match="damaged or was changed"):
        into(empty_studio()[1], zipped(files))


@pytest.mark.parametrize("data", [b"", b"no zip at all", b"PK\x03\x04" + b"\0" * 50])
def test_what_is_no_archive_is_said(db, data):
    with pytest.raises(Unfit, match="not a zip file"):
        Archive(io.BytesIO(data))


def test_a_bomb_is_not_unpacked(world, studio):
    bomb = changed(
        out_of(studio), lambda files: files.update({"files/shelf.Photo/9-image": b"0" * 30_000_000})
    )
    with pytest.raises(Unfit, match="unpacks to far more"):
        Archive(io.BytesIO(bomb))


def test_more_than_any_studio_is_refused(world, studio, monkeypatch):
    monkeypatch.setattr(checking, "MOST_BYTES", 1000)
    with pytest.raises(Unfit, match="larger than any studio"):
        Archive(io.BytesIO(out_of(studio)))


def as_in_version_1(files):
    """Fields that came later are not there, and others have the names they had."""

    def rewrite(label, change):
        rows = [json.loads(line) for line in files[f"data/{label}.jsonl"].splitlines()]
        for row in rows:
            change(row)
        files[f"data/{label}.jsonl"] = b"".join(json.dumps(r).encode() + b"\n" for r in rows)

    rewrite("tiles.Tile", lambda row: (row.pop("bare_half"), row.pop("remakes")))
    rewrite("mixing.Mix", lambda row: row.update(reckoned_anew_at=row.pop("recalculated_at")))
    rewrite("mixing.MixPart", lambda row: row.update(reckoned_g=row.pop("recalculated_g")))
    rewrite("firings.FiringChange", lambda row: row.update(says=row.pop("summary")))
    rewrite("surface.FactorTrial", lambda row: row.update(claim_says=row.pop("claim_kind")))
    rewrite("surface.KeptPreview", lambda row: row.update(says=row.pop("summary")))
    for today, then in contents.labels_of(1).items():
        for name in [name for name in files if f"/{today}." in name or f"/{today}/" in name]:
            files[name.replace(today, then)] = files.pop(name)
    rows = json.loads(files["manifest.json"])["rows"]
    labels = contents.labels_of(1)
    files.update(more={"version": 1, "rows": {labels[label]: n for label, n in rows.items()}})


def test_an_archive_of_the_first_version_is_brought_up(world, studio):
    MixPart.objects.of(studio).update(recalculated_g=12.5)
    Mix.objects.of(studio).update(recalculated_at=AT)
    note_change(
        Firing.objects.of(studio).latest("pk"), "Cone 6, was 5", studio.memberships.get().user
    )
    _, other = empty_studio()
    into(other, changed(out_of(studio), as_in_version_1))
    assert {part.recalculated_g for part in MixPart.objects.of(other)} == {12.5}
    assert {mix.recalculated_at for mix in Mix.objects.of(other)} == {AT}
    assert not any(tile.bare_half for tile in Tile.objects.of(other))
    assert FiringChange.objects.of(other).get().summary == "Cone 6, was 5"
    for kind, field in ((FactorTrial, "claim_kind"), (KeptPreview, "summary")):
        ours, brought = (
            kind.objects.of(one).values_list(field, flat=True) for one in (studio, other)
        )
        assert sorted(brought) == sorted(ours) != []


def test_only_owners_take_it_out_or_in(studio):
    for role in (Role.MAKER, Role.READER):
        client = Client()
        client.force_login(MembershipFactory(studio=studio, role=role).user)
        assert client.get("/shelf/transfer/archive/studio.zip").status_code == 403
        assert client.post("/shelf/transfer/archive/").status_code == 403


def test_each_part_tells_how_far_it_has_come(world, studio, monkeypatch):
    monkeypatch.setattr(progress, "ROWS_BETWEEN_REPORTS", 1)
    parts = {}

    def begin(doing, rows):
        parts[doing] = (rows, [])
        return parts[doing][1].append

    archive = io.BytesIO()
    write_archive(studio, archive, AT, begin)
    assert [*parts] == [Doing.WRITING, Doing.TABLES]
    wrote = parts[Doing.WRITING]
    assert wrote == (sum(contents_of(archive).values()), [*range(1, wrote[0] + 1)])
    assert parts[Doing.TABLES][1][-1] == Tile.objects.of(studio).count()

    parts.clear()
    elsewhere()
    take_in(empty_studio()[1], archive, begin)
    assert [*parts] == [Doing.CHECKING, Doing.WRITING, Doing.INDEXING]
    assert all(done == sorted(done) and done[-1] == wrote[0] for _, done in parts.values())


def contents_of(archive):
    return json.loads(files_in(archive.getvalue())["manifest.json"])["rows"]


def test_the_page_that_waits_is_told_when_it_is_done(signed_in, stranger, make_mix):
    make_mix()
    key = uuid.uuid4()
    assert signed_in.get(f"/progress/{key}/").json() == {}
    answer = signed_in.get("/shelf/transfer/archive/studio.zip", {"request_key": key})
    assert signed_in.get(f"/progress/{key}/").json() == {}
    assert b"".join(answer.streaming_content)
    told = signed_in.get(f"/progress/{key}/").json()
    assert told["ended"]
    assert told["said"].endswith("rows written to spreadsheet tables")
    assert stranger.get(f"/progress/{key}/").json() == {}


def test_the_first_of_it_is_sent_before_anything_is_counted(studio, monkeypatch, make_mix):
    make_mix()
    counted = []
    number = exporting._Archive._number_everything
    monkeypatch.setattr(
        exporting._Archive, "_number_everything", lambda self: counted.append(1) or number(self)
    )
    pieces = exporting.archive_of(studio, AT)
    assert next(pieces).startswith(b"PK")
    assert not counted
    rest = b"".join(pieces)
    assert counted
    assert b"manifest.json" in rest


@pytest.mark.django_db(transaction=True)
def test_who_stops_a_download_leaves_nothing_open(studio):
    """No transaction stays behind in which the next request of this thread would stand."""
    pieces = exporting.archive_of(studio, AT)
    next(pieces)
    assert connection.connection.in_transaction
    pieces.close()
    assert not connection.connection.in_transaction


def test_it_is_downloaded_under_the_studios_name(signed_in, make_mix):
    make_mix()
    answer = signed_in.get("/shelf/transfer/archive/studio.zip")
    assert 'filename="quayside-' in answer["Content-Disposition"]
    names = files_in(b"".join(answer.streaming_content))
    assert b"Quay Blue" in names["csv/mixes.csv"]
    assert "csv/readings.csv" in names


def test_nothing_secret_is_in_it(world, studio, signed_in):
    signed_in.post("/people/invite/", {"meant_for": "Hush", "role": "reader", "days": "7"})
    everything = b"".join(files_in(out_of(studio)).values())
    assert b"Hush" not in everything
    assert b"pbkdf2" not in everything
