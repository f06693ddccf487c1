"""Queries composed once: the rows of the same query composed anew, whatever values it is given."""

from datetime import timedelta

import pytest
from django.db import connection
from django.db.models import Count, DateField, IntegerField, OuterRef, Prefetch, Q, Subquery
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from tests.factories import FiringFactory, FiringLogFactory, StudioFactory
from umberpot.firings.models import Firing
from umberpot.kiln.models import FiringLog
from umberpot.studio.composed_once import Keys, composed_once

pytestmark = pytest.mark.django_db


@pytest.fixture
def studios():
    """Two studios: one fired today and yesterday, the other the day before as well."""
    found = [StudioFactory(), StudioFactory()]
    for days, studio in enumerate(found, 2):
        for age in range(days):
            FiringFactory(studio=studio, fired_on=timezone.localdate() - timedelta(days=age))
    return found


def fired_since(studio, since):
    """By an expression, a subquery of the studio's own, and a value that is used twice."""
    same_cone = Firing.objects.of(studio).filter(cone=OuterRef("cone")).order_by()
    count = same_cone.values("cone").annotate(count=Count("pk")).values("count")
    return (
        Firing.objects.of(studio)
        .filter(Q(fired_on__gt=since) | Q(fired_on=since))
        .annotate(like_it=Subquery(count))
        .select_related("studio")
        .order_by("-pk")
    )


SINCE = composed_once(studio=IntegerField(), since=DateField())(fired_since)


@pytest.mark.parametrize("days", [0, 1, 9])
def test_it_has_the_rows_of_the_query_composed_anew(studios, days):
    since = timezone.localdate() - timedelta(days=days)
    for studio in studios:
        anew = fired_since(studio, since)
        found = list(SINCE(studio=studio.pk, since=since))
        assert found == list(anew) != []
        assert [one.like_it for one in found] == [one.like_it for one in anew]
        with CaptureQueriesContext(connection) as asked:
            assert {one.studio for one in found} == {studio}
        assert not asked, "what is selected with it is there"


def test_keys_are_one_value_however_many(studios):
    of_keys = composed_once(keys=Keys(), studios=Keys())(
        lambda keys, studios: Firing.objects.filter(pk__in=keys, studio__in=studios).order_by("pk")
    )
    every = list(Firing.objects.order_by("pk"))
    first = {every[0].studio_id}
    assert list(of_keys(keys=[], studios=first)) == []
    assert list(of_keys(keys={one.pk for one in every}, studios=first)) == every[:2]
    assert list(of_keys(keys=[every[3].pk], studios=first)) == []
    many = range(100_000)  # more than SQLite takes placeholders
    assert list(of_keys(keys=many, studios=[one.pk for one in studios])) == every


def test_values_come_as_what_they_are(studios):
    first, _ = studios
    rows = composed_once(studio=IntegerField())(
        lambda studio: Firing.objects.of(studio).order_by("pk").values_list("fired_on", "cone")
    )
    today = timezone.localdate()
    assert list(rows(studio=first.pk)) == [(today, "6"), (today - timedelta(days=1), "6")]


def test_it_is_composed_once_and_asked_each_time(studios):
    composed = []

    def of_studio(studio):
        composed.append(studio)
        return Firing.objects.of(studio)

    rows = composed_once(studio=IntegerField())(of_studio)
    assert [len(rows(studio=studio.pk)) for studio in studios] == [2, 3]
    FiringFactory(studio=studios[0])
    assert len(rows(studio=studios[0].pk)) == 3
    assert len(composed) == 1


def test_what_is_fetched_beside_it_is_asked_each_time(studios):
    logs = Prefetch("logs", FiringLog.objects.select_related("firing"))
    rows = composed_once(studio=IntegerField())(
        lambda studio: Firing.objects.of(studio).order_by("pk").prefetch_related(logs)
    )
    assert [len(one.logs.all()) for one in rows(studio=studios[0].pk)] == [0, 0]
    FiringLogFactory(firing=Firing.objects.filter(studio=studios[0]).earliest("pk"))
    with CaptureQueriesContext(connection) as asked:
        assert [len(one.logs.all()) for one in rows(studio=studios[0].pk)] == [1, 0]
    assert len(asked) == 2


def test_a_filter_that_would_be_left_out_is_refused(studios):
    rows = SINCE(studio=studios[0].pk, since=timezone.localdate())
    with pytest.raises(TypeError, match="takes no more filters"):
        rows.filter(cone="6")
    with pytest.raises(TypeError, match="takes no more filters"):
        rows.count()


def test_a_value_that_is_missing_is_named():
    with pytest.raises(KeyError, match="since"):
        SINCE(studio=1)
