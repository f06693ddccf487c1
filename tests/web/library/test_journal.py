"""Who did what, when, to what, before and after; and steps taken back."""

from datetime import timedelta

import pytest
from auditlog.registry import auditlog
from django.apps import apps
from django.contrib.contenttypes.models import ContentType
from django.db import IntegrityError, connection, transaction
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from tests.factories import ContainerFactory, FiringLogFactory, MaterialFactory, MembershipFactory
from tests.pages import words_of
from tests.web.dumps import rows_but
from tests.web.whole_site import every_pattern, every_url
from umberpot.clays.models import SummedUp
from umberpot.kiln.models import FiringLog
from umberpot.library.undo.services import CannotUndo, undo
from umberpot.library.undo.steps import UNDO_FOR, UNDOABLE
from umberpot.shelf.models import Container, Material, StockMovement
from umberpot.studio.journal.models import JournalEntry
from umberpot.studio.journal.tracking import NOT_FOLLOWED
from umberpot.studio.models import Membership, StudioOwned
from umberpot.studio.role_list import Role

BRINGS_IN = {"transfer:transfer", "library:undo"}
"""What needs more than an address to be taken: tested on its own."""

LEFT_BEHIND = (
    *("studio_journalentry", "django_session", "clays_", "axes_"),
    *("library_indexed", "library_search"),
)
"""Tables that may differ after: the journal, sessions, and what is gathered again from the rest."""


def entries(**about):
    return JournalEntry.objects.filter(**about)


def test_a_change_is_told_with_who_and_what_it_was(signed_in, studio, clay, user):
    form = {"kind": "clay_body", "name": "Ferry cream", "state": "plastic", "water_pct": "20"}
    assert signed_in.post(f"/shelf/{clay.pk}/", form).status_code == 302
    entry = entries(action=JournalEntry.Action.UPDATE, object_id=clay.pk).first()
    assert entry.actor == user
    assert entry.doing == "shelf:material"
    assert entry.changes["name"] == ["Ferry white", "Ferry cream"]
    assert entry.changes["water_pct"] == [21.5, 20.0]
    shown = words_of(signed_in.get("/library/journal/"))
    assert "Ferry white → Ferry cream" in shown
    assert "material changed" in shown
    assert "potter" in shown


def test_words_in_a_field_that_points_to_a_row_today_are_shown_as_they_were(signed_in, clay):
    """A field may become a relation in a later version; its old values stay in the journal."""
    entries(object_id=clay.pk, content_type__model="material").update(
        content_type=ContentType.objects.get_for_model(Container),
        changes={"material": ["", "Old words"]},
    )
    assert "Old words" in words_of(signed_in.get("/library/journal/"))


def test_many_rows_at_a_time_are_told_too(studio, db):
    made = Material.objects.bulk_create(
        Material(studio=studio, kind="stain", name=f"Stain {n}") for n in range(3)
    )
    told = entries(action=JournalEntry.Action.CREATE, content_type__model="material")
    assert {entry.object_id for entry in told} == {row.pk for row in made}
    Material.objects.of(studio).filter(name="Stain 1").update(name="Stain one")
    (changed,) = entries(action=JournalEntry.Action.UPDATE, content_type__model="material")
    assert changed.changes == {"name": ["Stain 1", "Stain one"]}
    FiringLogFactory(firing__studio=studio)
    FiringLog.objects.of(studio).update(heard_at=timezone.now())
    assert entries(action=JournalEntry.Action.UPDATE).count() == 1


def test_a_firing_that_is_followed_is_not_told_with_every_tick(studio, db):
    log = FiringLogFactory(firing__studio=studio)
    before = entries().count()
    for seconds in (10, 20, 30):
        log.seconds, log.heard_at = seconds, timezone.now()
        log.save()
        FiringLog.objects.of(studio).update(seconds=seconds + 5, heard_at=timezone.now())
    assert entries().count() == before
    FiringLog.objects.of(studio).update(state="stopped", seconds=60)
    assert entries().count() == before + 1


def test_what_was_not_written_is_not_told(studio, clay):
    before = entries().count()
    clay.water_pct = -5
    with pytest.raises(IntegrityError), transaction.atomic():
        clay.save()
    with pytest.raises(IntegrityError), transaction.atomic():
        Material.objects.of(studio).update(water_pct=-5)
    assert entries().count() == before


def test_every_row_of_a_studio_is_followed_or_left_out_for_a_reason():
    owned = {m._meta.label for m in apps.get_models() if issubclass(m, StudioOwned)}
    followed = {model._meta.label for model in auditlog.get_models()}
    assert owned - followed == set(NOT_FOLLOWED)
    assert followed - owned == {"studio.Studio", "studio.Membership"}


def test_secrets_are_not_told(signed_in, studio):
    link = signed_in.post(
        "/people/invite/", {"meant_for": "One", "role": "reader", "days": "7"}, follow=True
    ).context["link"]
    signed_in.post("/bench/calendar/", {"action": "make"})
    told = str(list(entries().values_list("changes", flat=True)))
    assert "One" in told
    assert link.split("/")[4] not in told
    assert not any("digest" in (e.changes or {}) or "token" in (e.changes or {}) for e in entries())


def test_the_journal_is_filtered(signed_in, studio, make_mix, user):
    make_mix()
    ContainerFactory(studio=studio, name="Blue bowl")
    by_words = words_of(signed_in.get("/library/journal/?words=blue+bowl"))
    assert "container added" in by_words
    assert "weighing" not in by_words.split("Filter journal")[1]
    tomorrow = timezone.localdate() + timedelta(days=1)
    none = words_of(signed_in.get(f"/library/journal/?since={tomorrow}"))
    assert "No entries match" in none
    assert signed_in.get("/library/journal/?since=yesterday&before=x&who=0").status_code == 200
    before = entries(object_repr="Blue bowl").get().pk
    assert "Blue bowl" not in words_of(signed_in.get(f"/library/journal/?before={before}"))


def test_another_studios_journal_is_not_shown(stranger, clay):
    assert "Ferry white" not in words_of(stranger.get("/library/journal/"))


def test_the_journal_asks_no_more_for_many(signed_in, studio, user):
    def queries():
        with CaptureQueriesContext(
            connection,
        ) as asked:
            signed_in.get("/library/journal/")
        return len(asked)

    MaterialFactory(studio=studio)
    queries()
    few = queries()
    for _ in range(20):
        StockMovement.objects.create(
            studio=studio, material=MaterialFactory(studio=studio), grams=5, made_by=user
        )
    assert queries() <= few + 2


@pytest.mark.parametrize("name", sorted(UNDOABLE - BRINGS_IN))
def test_every_step_that_can_be_undone_is(world, signed_in, name):
    address = next(address for named, address in every_url(world) if named == name)
    SummedUp.objects.all().delete()
    before = rows_but(*LEFT_BEHIND)
    signed_in.post(address, {"aside": "yes"})
    key = entries(doing=name).latest("pk").cid if entries(doing=name) else None
    if name == "shelf:restore":
        assert key is None, "nothing to take back from what is not archived"
        return
    assert rows_but(*LEFT_BEHIND) != before
    offered = signed_in.get("/library/words/")
    assert f"/library/undo/{key}/" in offered.content.decode()
    done = signed_in.post(f"/library/undo/{key}/", follow=True)
    assert "Undone" in words_of(done)
    assert rows_but(*LEFT_BEHIND) == before
    again = signed_in.post(f"/library/undo/{key}/", follow=True)
    assert "undone already" in words_of(again)


def removed(client, bowl):
    client.post(f"/shelf/containers/{bowl.pk}/remove/")
    return entries(object_id=bowl.pk, action=JournalEntry.Action.DELETE).get().cid


def test_a_name_that_is_taken_by_now_stops_the_undoing(signed_in, studio):
    key = removed(signed_in, ContainerFactory(studio=studio, name="Blue bowl"))
    ContainerFactory(studio=studio, name="Blue bowl")
    refused = signed_in.post(f"/library/undo/{key}/", follow=True)
    assert "has the name or the place" in words_of(refused)
    assert Container.objects.of(studio).count() == 1


def test_a_row_changed_since_stays(signed_in, studio, clay):
    signed_in.post(f"/shelf/{clay.pk}/retire/")
    key = entries(doing="shelf:retire").get().cid
    Material.objects.filter(pk=clay.pk).update(retired_at=timezone.now())
    refused = signed_in.post(f"/library/undo/{key}/", follow=True)
    assert "has been changed since" in words_of(refused)


def test_a_step_from_before_an_update_stays(signed_in, studio, clay):
    """Fields may have had other names then: in the row that went, and among what was changed."""
    key = removed(signed_in, ContainerFactory(studio=studio))
    gone = entries(cid=key).get()
    gone.serialized_data["fields"]["called"] = gone.serialized_data["fields"].pop("name")
    gone.save()
    signed_in.post(f"/shelf/{clay.pk}/retire/")
    retired = entries(doing="shelf:retire").get()
    retired.changes = {"put_away_at": retired.changes["retired_at"]}
    retired.save()
    for step in (key, retired.cid):
        refused = signed_in.post(f"/library/undo/{step}/", follow=True)
        assert "was updated since this step" in words_of(refused)
    assert not Container.objects.of(studio).exists()


def test_undoing_ends_after_a_day_and_is_for_who_did_it(signed_in, studio):
    key = removed(signed_in, ContainerFactory(studio=studio))
    other = MembershipFactory(studio=studio, role=Role.MAKER)
    with pytest.raises(CannotUndo, match="Only the person"):
        undo(studio, key, other)
    elsewhere = MembershipFactory()
    with pytest.raises(CannotUndo, match="cannot be undone"):
        undo(elsewhere.studio, key, elsewhere)
    entries(cid=key).update(timestamp=timezone.now() - UNDO_FOR - timedelta(minutes=1))
    with pytest.raises(CannotUndo, match="older"):
        undo(studio, key, Membership.objects.get(user__username="potter"))


def test_readings_are_not_undone(signed_in, studio, clay):
    signed_in.post(f"/shelf/{clay.pk}/count/", {"grams": "700"})
    key = entries(content_type__model="stockmovement").first().cid
    refused = signed_in.post(f"/library/undo/{key or '0'}/", follow=True)
    assert "cannot be undone" in words_of(refused)


def test_an_undo_leads_back_to_this_site_only(signed_in, studio):
    key = removed(signed_in, ContainerFactory(studio=studio))
    away = signed_in.post(f"/library/undo/{key}/", headers={"referer": "http://elsewhere//x.test"})
    assert away["Location"] == "/"


def imported(client):
    rows = "kind,name,on_hand_g\nstain,Imported one,20\nstain,Imported two,30"
    asked = {"kind": "materials", "bad_rows": "all", "paste": rows}
    assert client.post("/shelf/transfer/", asked).status_code == 302
    return entries(doing="transfer:transfer").first().cid


def test_an_import_is_undone_as_a_whole(signed_in, studio):
    before = rows_but(*LEFT_BEHIND)
    key = imported(signed_in)
    assert Material.objects.of(studio).count() == 2
    assert "rows are as before" in words_of(signed_in.post(f"/library/undo/{key}/", follow=True))
    assert rows_but(*LEFT_BEHIND) == before


def test_an_import_that_is_used_by_now_stays(signed_in, studio, user):
    key = imported(signed_in)
    first = Material.objects.of(studio).first()
    StockMovement.objects.create(studio=studio, material=first, grams=5, made_by=user)
    refused = signed_in.post(f"/library/undo/{key}/", follow=True)
    assert "is used by something else" in words_of(refused)
    assert Material.objects.of(studio).count() == 2


def test_an_undoing_is_undone_too(signed_in, studio):
    bowl = ContainerFactory(studio=studio)
    signed_in.post(f"/library/undo/{removed(signed_in, bowl)}/")
    assert Container.objects.of(studio).exists()
    again = entries(doing="library:undo").first().cid
    signed_in.post(f"/library/undo/{again}/")
    assert not Container.objects.of(studio).exists()


def test_steps_that_can_be_undone_are_addresses():
    assert {name for name, _ in every_pattern()} >= UNDOABLE
