"""What keeps a studio safe: the first run, sign-in, headers, production settings."""

import errno
import os
import re
import stat
import subprocess
import sys
from datetime import timedelta
from pathlib import Path
from urllib.parse import parse_qs, urlsplit

import pytest
from axes.models import AccessAttempt
from django.contrib.auth.models import User
from django.core.management import CommandError, call_command
from django.db import OperationalError
from django.test import Client
from django.utils import timezone

from umberpot.bench.models import CalendarFeed
from umberpot.bench.services import new_feed
from umberpot.secret import kept_secret_key
from umberpot.shelf.models import Material
from umberpot.studio.models import Membership, Studio
from umberpot.time_zone import of_this_machine

TOP = Path(__file__).parents[2]
FIRST = {
    "studio_name": "Slipway",
    "username": "owner",
    "password1": "kaolin-and-flint",
    "password2": "kaolin-and-flint",
}


def test_the_first_run_makes_the_studio_and_is_gone(db):
    client = Client()
    assert client.get("/sign-in/")["Location"] == "/first-run/"
    assert client.post("/first-run/", FIRST)["Location"] == "/"
    membership = Membership.objects.get()
    assert (membership.studio.name, membership.role) == ("Slipway", "owner")
    assert client.get("/").status_code == 200
    assert Client().get("/first-run/").status_code == 404
    assert Client().post("/first-run/", {**FIRST, "username": "second"}).status_code == 404
    assert User.objects.count() == 1


@pytest.mark.parametrize(
    "origin",
    [
        {"REMOTE_ADDR": "192.168.1.20"},
        {"REMOTE_ADDR": "127.0.0.1", "HTTP_X_FORWARDED_FOR": "127.0.0.1"},
        {"REMOTE_ADDR": "127.0.0.1", "HTTP_FORWARDED": "for=10.0.0.9"},
        {"REMOTE_ADDR": ""},
    ],
)
def test_the_first_run_is_for_this_machine_only(db, origin):
    assert Client(**origin).get("/first-run/").status_code == 404
    assert Client(**origin).post("/first-run/", FIRST).status_code == 404
    assert not Studio.objects.exists()


@pytest.mark.parametrize(
    "change",
    [
        {"studio_name": ""},
        {"username": ""},
        {"password2": "another-one-entirely"},
        {"password1": "short", "password2": "short"},
        {"username": "x" * 200},
    ],
)
def test_a_first_run_that_is_not_right_yet(db, change):
    html = Client().post("/first-run/", {**FIRST, **change}).content.decode()
    assert 'class="error"' in html
    assert not User.objects.exists()
    assert not Studio.objects.exists()


def test_repeated_failures_lock_the_door(user):
    client = Client()
    for _ in range(5):
        last = client.post("/sign-in/", {"username": "potter", "password": "wrong"})
    assert last.status_code == 429
    right = client.post("/sign-in/", {"username": "potter", "password": "a-long-enough-one"})
    assert right.status_code == 429


def test_signing_out_has_the_browser_forget_the_pages_it_kept(signed_in):
    assert signed_in.post("/sign-out/")["Clear-Site-Data"] == '"cache"'


def fail(name, address="10.0.0.7", client=None, **more):
    wrong = {"username": name, "password": "wrong"}
    return (client or Client()).post("/sign-in/", wrong, REMOTE_ADDR=address, **more)


def test_one_address_that_tries_many_names_is_kept_out_and_no_other_is(user):
    for number in range(30):
        assert fail(f"name-{number}").status_code == 200
    assert fail("potter").status_code == 429
    right = {"username": "potter", "password": "a-long-enough-one"}
    assert Client().post("/sign-in/", right, REMOTE_ADDR="10.0.0.7").status_code == 429
    assert Client().post("/sign-in/", right, REMOTE_ADDR="10.0.0.8").status_code == 302
    AccessAttempt.objects.update(attempt_time=timezone.now() - timedelta(minutes=16))
    assert Client().post("/sign-in/", right, REMOTE_ADDR="10.0.0.7").status_code == 302


def test_behind_a_proxy_the_address_is_the_one_it_added(user, settings):
    for number in range(30):
        fail(f"name-{number}", "127.0.0.1", HTTP_X_FORWARDED_FOR=f"10.1.1.{number}, 10.0.0.7")
    theirs = {"HTTP_X_FORWARDED_FOR": "10.0.0.7"}
    assert fail("potter", "127.0.0.1", **theirs).status_code == 429  # the proxy's own, as yet
    AccessAttempt.objects.all().delete()
    settings.BEHIND_PROXY = True
    for number in range(30):
        fail(f"name-{number}", "127.0.0.1", HTTP_X_FORWARDED_FOR=f"10.1.1.{number}, 10.0.0.7")
    assert fail("potter", "127.0.0.1", **theirs).status_code == 429
    others = {"HTTP_X_FORWARDED_FOR": "10.0.0.9"}
    assert fail("potter", "127.0.0.1", **others).status_code == 200


def asked_for(monkeypatch, *typed):
    answers = iter(typed)
    asked = "umberpot.studio.management.commands.owner_password.getpass"
    monkeypatch.setattr(asked, lambda prompt: next(answers))


def test_an_owner_who_forgot_the_password_gets_another(signed_in, user, monkeypatch, capsys):
    call_command("owner_password")
    assert "potter, an owner of" in capsys.readouterr().out
    for _ in range(5):
        fail("potter", "127.0.0.1")
    asked_for(monkeypatch, "grog-and-sawdust", "grog-and-sawdust")
    call_command("owner_password", "potter")
    right = {"username": "potter", "password": "grog-and-sawdust"}
    assert Client().post("/sign-in/", right).status_code == 302
    assert signed_in.get("/")["Location"].startswith("/sign-in/")


@pytest.mark.parametrize(
    ("name", "typed", "why"),
    [
        ("nobody", (), "no owner"),
        ("potter", ("short", "short"), "too short"),
        ("potter", ("grog-and-sawdust", "else"), "didn"),
    ],
)
def test_no_password_is_set_that_is_not_right(user, monkeypatch, name, typed, why):
    asked_for(monkeypatch, *typed)
    with pytest.raises(CommandError, match=why):
        call_command("owner_password", name)
    assert User.objects.get(username="potter").check_password("a-long-enough-one")


@pytest.mark.parametrize("url", ["/nowhere/", "/shelf/new/", "/sign-in/", "/static/none.css"])
def test_a_form_that_is_no_form_is_no_failure(signed_in, url):
    for client in (signed_in, Client(), Client(enforce_csrf_checks=True)):
        client.raise_request_exception = False
        for kind in ("multipart/form-data; boundary=x", "multipart/form-data"):
            answer = client.post(url, data=b"--x\r\nbroken", content_type=kind)
            assert answer.status_code < 500, kind


def test_sign_in_goes_on_to_where_one_was_going_but_never_elsewhere(user):
    details = {"username": "potter", "password": "a-long-enough-one"}
    assert Client().post("/sign-in/", {**details, "next": "/shelf/"})["Location"] == "/shelf/"
    away = Client().post("/sign-in/", {**details, "next": "//elsewhere.example/"})
    assert away["Location"] == "/"


@pytest.mark.parametrize("url", ["/sign-in/", "/mix/dose/", "/results/absorption/", "/nowhere/"])
def test_strict_headers_on_every_page(user, url):
    response = Client().get(url)
    policy = response["Content-Security-Policy"]
    assert "default-src 'none'" in policy
    assert "unsafe" not in policy
    assert response["X-Frame-Options"] == "DENY"
    assert response["X-Content-Type-Options"] == "nosniff"


def test_signed_out_while_filling_in_leads_back_to_the_page(user):
    page = "http://testserver/mix/dose/?state=dry&mass=80&unit=g&add=Blue%3A10"
    got = Client().post("/mix/make/", {"sum": "x"}, headers={"referer": page})
    where = got["Location"]
    assert where.startswith("/sign-in/?next=/mix/dose/%3F")
    details = {"username": "potter", "password": "a-long-enough-one"}
    back = Client().post(where, {**details, "next": parse_qs(urlsplit(where).query)["next"][0]})
    assert back["Location"] == "/mix/dose/?state=dry&mass=80&unit=g&add=Blue%3A10"
    assert Client().post("/mix/make/")["Location"] == "/sign-in/?next=/"


def test_forms_need_their_token(user):
    client = Client(enforce_csrf_checks=True)
    client.force_login(user)
    assert client.post("/shelf/new/", {"name": "x"}).status_code == 403


def test_no_template_carries_inline_script_or_style():
    for path in (TOP / "umberpot").rglob("*.html"):
        text = path.read_text()
        if path.name == "alone.html":
            continue  # a file to keep, never a page: it has a style of its own
        for banned in ("<style", "style=", "onclick=", "javascript:", "hx-on", "|safe"):
            assert banned not in text, f"{path}: {banned}"
        assert "<script" not in text or path.name == "base.html"


def test_the_secret_key_is_made_once_and_is_the_owners(tmp_path):
    path = tmp_path / "deep" / "secret_key"
    first = kept_secret_key(path)
    assert len(first) >= 50
    assert kept_secret_key(path) == first
    assert stat.S_IMODE(path.stat().st_mode) == 0o600


def run_manage(tmp_path, *command, **environment):
    return subprocess.run(
        [sys.executable, "manage.py", *command],
        cwd=TOP,
        capture_output=True,
        text=True,
        env={"PATH": os.environ["PATH"], "UMBERPOT_VAR": str(tmp_path), **environment},
    )


def test_production_settings_are_clean(tmp_path):
    done = run_manage(
        tmp_path, "check", "--deploy", "--fail-level", "INFO", UMBERPOT_HOSTS="studio.example"
    )
    assert done.returncode == 0, done.stderr


def test_plain_http_is_refused_beyond_this_machine(tmp_path):
    done = run_manage(tmp_path, "check", UMBERPOT_HOSTS="studio.example", UMBERPOT_HTTPS="off")
    assert done.returncode != 0
    assert "UMBERPOT_HTTPS" in done.stderr


def test_models_and_migrations_agree(tmp_path):
    done = run_manage(tmp_path, "makemigrations", "--check", "--dry-run")
    assert done.returncode == 0, done.stdout


@pytest.mark.parametrize("password", ["Potter-and-clay", "p.o.t.t.e.r-1234", "quay SIDE works 7"])
def test_a_password_with_a_name_in_it_is_refused(signed_in, user, password):
    new = {"new_password1": password, "new_password2": password}
    answer = signed_in.post("/preferences/password/", {"old_password": "a-long-enough-one", **new})
    assert "may not contain your name or the studio" in answer.content.decode()


def test_the_first_password_may_not_be_the_studios_name(client, db):
    details = {**FIRST, "studio_name": "Old Kiln Yard", "password1": "old-kiln-yard-1"}
    answer = client.post("/first-run/", {**details, "password2": "old-kiln-yard-1"})
    assert "may not contain your name or the studio" in answer.content.decode()


def test_the_old_password_cannot_be_guessed_from_an_open_session(signed_in, user):
    """The same lock-out as at the door: after five wrong ones the right one does not help."""
    new = {"new_password1": "grog-and-sawdust", "new_password2": "grog-and-sawdust"}
    for _ in range(5):
        signed_in.post("/preferences/password/", {**new, "old_password": "guess"})
    right = signed_in.post("/preferences/password/", {**new, "old_password": "a-long-enough-one"})
    assert right.status_code == 429
    user.refresh_from_db()
    assert user.check_password("a-long-enough-one")


def test_a_password_can_be_changed(signed_in, user):
    new = {"new_password1": "grog-and-sawdust", "new_password2": "grog-and-sawdust"}
    wrong = signed_in.post("/preferences/password/", {**new, "old_password": "guess"})
    assert wrong.status_code == 200
    right = signed_in.post("/preferences/password/", {**new, "old_password": "a-long-enough-one"})
    assert right["Location"] == "/preferences/"
    user.refresh_from_db()
    assert user.check_password("grog-and-sawdust")


@pytest.mark.parametrize(
    ("target", "zone"),
    [("zoneinfo/Europe/Lisbon", "Europe/Lisbon"), ("zoneinfo/Nowhere", "UTC"), ("x", "UTC")],
)
def test_the_clock_is_the_machines(tmp_path, target, zone):
    (tmp_path / "localtime").symlink_to(tmp_path / target)
    assert of_this_machine(tmp_path / "localtime") == zone


def test_preferences_are_kept_and_checked(signed_in, studio):
    page = signed_in.get("/preferences/").context["form"]
    good = {name: page[name].value() for name in page.fields}
    assert signed_in.post("/preferences/", {**good, "scale_step_g": "0,01"}).status_code == 302
    studio.refresh_from_db()
    assert studio.scale_step_g == 0.01
    for bad in ("0", "-1", "x", ""):
        got = signed_in.post("/preferences/", {**good, "scale_step_g": bad})
        assert got.status_code == 400
        assert "scale_step_g" in got.context["form"].errors


@pytest.mark.parametrize(
    ("failed", "status", "told"),
    [
        (OperationalError("database is locked"), 503, "Wait a moment"),
        (OperationalError("database or disk is full"), 507, "The disk is full"),
        (OSError(errno.ENOSPC, "No space left on device"), 507, "The disk is full"),
    ],
)
def test_what_cannot_be_saved_just_now_may_be_sent_again(
    signed_in, monkeypatch, failed, status, told
):
    """As when a large file is taken in meanwhile, or on a full disk; SQLite's words for it."""

    def fails(*args, **kwargs):
        raise failed

    monkeypatch.setattr("umberpot.shelf.views.MaterialForm.save", fails)
    signed_in.raise_request_exception = False
    typed = {"kind": "stain", "name": "Kelp & tar", "state": "dry", "on_hand_g": "12"}
    answer = signed_in.post("/shelf/new/", {**typed, "password": "secret"})
    assert answer.status_code == status
    assert answer.has_header("Retry-After") == (status == 503)
    page = answer.content.decode()
    assert told in page
    assert re.findall(r"<li[^>]*>(.*?)</li>", page) == ["stain", "Kelp &amp; tar", "dry", "12"]
    assert 'name="name" value="Kelp &amp; tar"' in page
    assert "secret" not in page
    assert not Material.objects.filter(name="Kelp & tar").exists()


def test_any_other_failure_stays_one(signed_in, monkeypatch):
    def broken(*args, **kwargs):
        raise OperationalError("no such table")

    monkeypatch.setattr("umberpot.shelf.views.MaterialForm.save", broken)
    signed_in.raise_request_exception = False
    typed = {"kind": "stain", "name": "Kelp", "state": "dry"}
    assert signed_in.post("/shelf/new/", typed).status_code == 500


def change_password(client, **more):
    new = "grog-and-sawdust"
    typed = {"old_password": "a-long-enough-one", "new_password1": new, "new_password2": new}
    return client.post("/preferences/password/", {**typed, **more})


@pytest.mark.parametrize("renew", [True, False])
def test_a_changed_password_renews_the_calendars_address_where_that_is_wanted(
    signed_in, studio, user, renew
):
    old = new_feed(studio, user)
    assert (
        change_password(signed_in, **({"renew_calendar": "on"} if renew else {})).status_code == 302
    )
    assert signed_in.get(f"/calendar/{old.token}.ics").status_code == (404 if renew else 200)
    assert CalendarFeed.objects.of(studio).filter(revoked_at=None).count() == 1


def test_a_studio_without_a_calendar_gets_none_with_a_new_password(signed_in, studio):
    change_password(signed_in, renew_calendar="on")
    assert not CalendarFeed.objects.of(studio).exists()


def test_pages_go_out_compressed_unless_they_show_a_secret(signed_in, studio, user):
    headers = {"accept-encoding": "gzip"}
    assert signed_in.get("/mix/", headers=headers)["Content-Encoding"] == "gzip"
    assert signed_in.get("/", headers=headers)["Content-Encoding"] == "gzip"
    feed = new_feed(studio, user)
    bench = signed_in.get("/", headers=headers)
    assert feed.token in bench.content.decode()
    assert "Content-Encoding" not in bench
