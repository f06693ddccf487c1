"""Every address × every role, from the table in tests/web/decisions.py."""

import itertools
from datetime import timedelta

import pytest
from django.contrib.auth.models import User
from django.core.management import CommandError, call_command
from django.db import connection
from django.test import Client
from django.urls import resolve
from django.utils import timezone

from tests.factories import MembershipFactory, UserFactory
from tests.pages import links_of, words_of
from tests.web.decisions import (
    EVERY_DECISION,
    GONE,
    MAKERS,
    MEMBERS,
    OF_THE_INSTALLATION,
    OPEN_TO_ALL,
    OPEN_TO_WHO_HAS_THE_ADDRESS,
    OWN,
    OWNERS,
)
from tests.web.dumps import rows_but
from tests.web.whole_site import every_pattern, every_url
from umberpot.bench.services import new_feed
from umberpot.mixing.models import Mix
from umberpot.studio.models import Invitation, Membership, Studio
from umberpot.studio.people import services
from umberpot.studio.role_list import Role
from umberpot.studio.roles import may_open, needed_role

LOOKED_UP = ("django_session", "clays_", "axes_", "shelf_material", "auth_user")
"""Tables that looking at a page may write to: sessions, figures kept ready, sign-ins."""


def member_as(role, studio):
    member = MembershipFactory(studio=studio, role=role)
    client = Client()
    client.force_login(member.user)
    return client, member


def test_every_address_has_one_decision():
    every = [name for names in EVERY_DECISION for name in names]
    assert len(every) == len(set(every))
    assert set(every) == {name for name, _ in every_pattern()}


def test_a_reader_sees_everything_and_changes_nothing(world, studio, signed_in):
    client, _ = member_as(Role.READER, studio)
    before = rows_but(*LOOKED_UP)
    for name, address in every_url(world):
        got = client.get(address)
        if name in OWNERS | OF_THE_INSTALLATION | MAKERS:
            assert got.status_code in (403, 404), name
        elif name in MEMBERS | OPEN_TO_ALL | OWN:
            assert got.status_code == signed_in.get(address).status_code, name
        if name not in OWN | OPEN_TO_ALL | OPEN_TO_WHO_HAS_THE_ADDRESS | GONE:
            posted = client.post(address, {"grams": "1", "action": "enter", "aside": "yes"})
            assert posted.status_code == 403, name
            assert posted.content, name
    assert rows_but(*LOOKED_UP) == before


def test_a_reader_is_led_to_nothing_that_is_refused(world, studio, make_mix, weigh):
    """Whatever a link that a reader sees leads to, it opens."""
    weigh(make_mix(), 80, 8)
    client, _ = member_as(Role.READER, studio)
    pages = [client.get(address) for _, address in every_url(world)]
    shown = [page for page in pages if page.status_code == 200 and "html" in page["Content-Type"]]
    led = {link: page for page in shown for link in links_of(page, "data-makers")}
    assert len(led) > 100
    inside = {link: page for link, page in led.items() if link.startswith("/")}
    assert not [
        (page.request["PATH_INFO"], link)
        for link, page in inside.items()
        if not link.startswith("/static/") and not may_open(Role.READER, link)
    ]


def test_a_maker_is_kept_from_what_is_the_owners(world, studio, signed_in):
    client, _ = member_as(Role.MAKER, studio)
    for name, address in every_url(world):
        sent = needed_role(resolve(address).func, "POST")
        if name in OWNERS:
            assert sent == Role.OWNER, name
            assert client.post(address).status_code == 403, name
        elif name in MEMBERS | MAKERS:
            assert sent == Role.MAKER, name
        elif name in OWN:
            assert sent == Role.READER, name
        if name in MEMBERS | MAKERS | OPEN_TO_ALL | OWN:
            assert client.get(address).status_code == signed_in.get(address).status_code, name


@pytest.mark.parametrize(
    ("mine", "needed"), [*itertools.product(Role, Role)], ids=lambda role: role.value
)
def test_a_role_may_do_what_those_below_it_may(mine, needed):
    every = [Role.READER, Role.MAKER, Role.OWNER]
    assert mine.may(needed) == (every.index(mine) >= every.index(needed))


def invited(client, **other):
    """Invites through the page; the link it shows, without the host."""
    asked = {"meant_for": "The new one", "role": "reader", "days": "7", **other}
    shown = client.post("/people/invite/", asked, follow=True)
    link = shown.context["link"]
    assert link in words_of(shown) or link in shown.content.decode()
    return "/" + link.split("/", 3)[3]


NEW_ACCOUNT = {
    **{"username": "newcomer", "password1": "flint-and-kaolin", "password2": "flint-and-kaolin"}
}


def test_an_invitation_is_used_once(signed_in, studio, make_mix):
    link = invited(signed_in)
    assert signed_in.get("/people/").context["link"] == ""
    client = Client()
    assert "Join Quayside" in words_of(client.get(link))
    assert client.post(link, NEW_ACCOUNT)["Location"] == "/"
    member = Membership.objects.get(user__username="newcomer")
    assert (member.studio, member.role) == (studio, Role.READER)
    assert "You are a reader here" in words_of(client.get("/"))
    mix = make_mix()
    refused = client.post(f"/mix/{mix.pk}/set-aside/", {"aside": "yes"})
    assert refused.status_code == 403
    assert "read-only access" in words_of(refused)
    assert Mix.objects.get(pk=mix.pk).set_aside_at is None
    second = Client().post(link, {**NEW_ACCOUNT, "username": "second"})
    assert second.status_code == 410
    assert "was used on" in words_of(second)
    assert not Membership.objects.filter(user__username="second").exists()


def test_a_link_that_ended_or_was_withdrawn_says_so(signed_in, studio):
    link, other = invited(signed_in), invited(signed_in)
    newest, oldest = Invitation.objects.of(studio)
    signed_in.post(f"/people/invitations/{newest.pk}/withdraw/")
    assert "was withdrawn on" in words_of(Client().get(other))
    oldest.ends_at = timezone.now() - timedelta(minutes=1)
    oldest.save()
    late = Client().post(link, NEW_ACCOUNT)
    assert late.status_code == 410
    assert "ended on" in words_of(late)
    assert Membership.objects.count() == 1


def test_only_the_digest_of_a_link_is_kept(signed_in, studio):
    token = invited(signed_in).split("/")[2]
    assert not any(token in line for line in connection.connection.iterdump())
    assert services.invitation_behind(token).studio == studio


@pytest.mark.parametrize(
    "change",
    [
        {"password2": "another-one-entirely"},
        {"password1": "quayside-one", "password2": "quayside-one"},
        {"username": "potter"},
    ],
)
def test_an_account_that_is_not_right_yet_leaves_the_link_open(signed_in, change):
    link = invited(signed_in)
    client = Client()
    refused = client.post(link, {**NEW_ACCOUNT, **change})
    assert refused.status_code == 400
    assert 'class="error"' in refused.content.decode()
    assert client.post(link, NEW_ACCOUNT).status_code == 302


def test_whoever_is_in_a_studio_cannot_join_another(signed_in, stranger):
    link = invited(signed_in)
    assert "in a studio already" in words_of(stranger.post(link))
    assert Client().get(link).status_code == 200


def test_someone_who_left_comes_back_with_the_same_name(signed_in, studio):
    client, member = member_as(Role.MAKER, studio)
    name = str(member.user)
    asked = client.get("/people/leave/")
    assert "You will no longer see its materials" in words_of(asked)
    assert Membership.objects.filter(pk=member.pk).exists()
    assert client.post("/people/leave/")["Location"] == "/"
    assert client.get("/shelf/").status_code == 403
    assert client.post(invited(signed_in, role="maker"))["Location"] == "/"
    back = Membership.objects.get(user__username=name)
    assert back.role == Role.MAKER


def test_what_someone_did_keeps_their_name_when_they_leave(signed_in, studio, make_mix):
    mix = make_mix()
    _, other = member_as(Role.OWNER, studio)
    feed = new_feed(studio, other.user)
    mine = Membership.objects.get(user__username="potter")
    client = Client()
    client.force_login(other.user)
    removed = client.post(f"/people/{mine.pk}/remove/", follow=True)
    assert "potter is no longer in the studio" in words_of(removed)
    assert Mix.objects.get(pk=mix.pk).made_by.username == "potter"
    assert signed_in.get("/").status_code == 403
    assert client.get(f"/calendar/{feed}.ics").status_code == 404


def test_the_last_owner_stays(signed_in, studio):
    mine = Membership.objects.get(studio=studio)
    member_as(Role.MAKER, studio)
    for url, sent in [
        ("/people/leave/", {}),
        (f"/people/{mine.pk}/remove/", {}),
        (f"/people/{mine.pk}/role/", {"role": "maker"}),
    ]:
        assert "needs an owner" in words_of(signed_in.post(url, sent, follow=True)), url
        mine.refresh_from_db()
        assert mine.role == Role.OWNER


def test_a_role_is_changed(signed_in, studio):
    _, other = member_as(Role.READER, studio)
    url = f"/people/{other.pk}/role/"
    assert "is now an owner" in words_of(signed_in.post(url, {"role": "owner"}, follow=True))
    assert "one of the three" in words_of(signed_in.post(url, {"role": "queen"}, follow=True))
    other.refresh_from_db()
    assert other.role == Role.OWNER


def in_no_studio():
    client = Client()
    client.force_login(UserFactory())
    return client


def test_who_is_in_no_studio_meets_one_page_that_says_what_to_do(world):
    client = in_no_studio()
    for name, address in every_url(world):
        got, posted = client.get(address), client.post(address, {"grams": "1"})
        if name in OPEN_TO_ALL:
            assert got.status_code == 200, name
        elif name in OPEN_TO_WHO_HAS_THE_ADDRESS | GONE:
            assert got.status_code == 404, name
        elif name not in ("studio:sign-out", "studio:password"):
            for answer in (got, posted):
                words = words_of(answer)
                assert answer.status_code in (400, 403), name
                assert "You are not in a studio" in words, name
                assert all(way in words for way in ("Join a studio", "Create studio", "Sign out"))
        client.force_login(User.objects.latest("pk"))


def test_who_is_in_no_studio_sets_up_their_own_once(studio):
    client = in_no_studio()
    assert client.post("/studios/found/", {"studio_name": ""}).status_code == 400
    for _ in range(2):  # a double click
        assert client.post("/studios/found/", {"studio_name": "Weir"})["Location"] == "/"
    mine = Membership.objects.get(studio__name="Weir")
    assert mine.role == Role.OWNER
    assert client.get("/").status_code == 200


def test_who_owns_the_installation_sets_up_another_studio_for_somebody(signed_in, stranger):
    form = {"studio_name": "Weir", "username": "wren"}
    form |= {"password1": "flint-and-kaolin", "password2": "flint-and-kaolin"}
    assert signed_in.get("/studios/found/").status_code == 200
    wrong = signed_in.post("/studios/found/", {**form, "password2": "other"})
    assert wrong.status_code == 400
    assert 'value="Weir"' in wrong.content.decode()
    ready = signed_in.post("/studios/found/", form, follow=True)
    assert "Weir is ready: its owner signs in as wren." in words_of(ready)
    assert Membership.objects.get(user__username="wren").role == Role.OWNER
    assert signed_in.get("/").context["request"].studio.name != "Weir"
    assert stranger.get("/studios/found/").status_code == 404
    stranger.post("/studios/found/", {**form, "studio_name": "Bend", "username": "heron"})
    assert not Studio.objects.filter(name="Bend").exists()


def founded(monkeypatch, password, owner="mara"):
    asked = "umberpot.studio.management.commands.found_studio.getpass"
    monkeypatch.setattr(asked, lambda prompt: password)
    call_command("found_studio", "Slipway Pottery", owner)


def test_another_studio_of_the_installation_is_founded_apart(signed_in, clay, monkeypatch):
    founded(monkeypatch, "flint-and-kaolin")
    mine = Membership.objects.get(user__username="mara")
    assert (mine.studio.name, mine.role) == ("Slipway Pottery", Role.OWNER)
    client = Client()
    client.force_login(mine.user)
    assert "Ferry white" not in words_of(client.get("/shelf/"))


@pytest.mark.parametrize(
    ("password", "owner"),
    [("short", "mara"), ("slipway-pottery-1", "mara"), ("good-flint-1", "potter")],
)
def test_a_studio_with_a_weak_door_is_not_founded(user, monkeypatch, password, owner):
    with pytest.raises(CommandError):
        founded(monkeypatch, password, owner)
    assert Membership.objects.count() == 1
