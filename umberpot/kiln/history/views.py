"""Firings found again and compared."""

from django.db.models import Count
from django.http import HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from umberpot.firings.models import Firing
from umberpot.kiln.history.contents import MOST_NAMED, colours_in, trials_in
from umberpot.kiln.history.forms import FiringsFilter
from umberpot.kiln.history.page import ComparedFiring, drawings_of
from umberpot.kiln.models import FiringLog
from umberpot.kiln.places import PLACE
from umberpot.studio.request import StudioRequest, keys_in
from umberpot.tiles.models import Loading
from umberpot.ui.paging import page_of

FIRINGS_A_PAGE = 25
MOST_COMPARED = 4


@require_GET
def firings(request: StudioRequest) -> HttpResponse:
    """Every firing, the latest first; filtered, and chosen to be compared."""
    form = FiringsFilter(request.GET, studio=request.studio)
    wanted = form.of(Firing.objects.of(request.studio))
    found = Firing.objects.of(request.studio).filter(pk__in=wanted.values("pk"))
    latest_first = found.order_by("-fired_on", "-pk")
    page = page_of(request, latest_first, FIRINGS_A_PAGE)
    # Only those shown are counted: counting before the sort would count all there are.
    page.object_list = (
        latest_first.filter(pk__in=[firing.pk for firing in page])
        .select_related("kiln")
        .annotate(
            tile_count=Count("loadings", distinct=True), log_count=Count("logs", distinct=True)
        )
    )
    shown = list(page.object_list)
    trials, colours = trials_in(request.studio, shown), colours_in(request.studio, shown)
    rows = [(one, trials.get(one.pk, ()), colours.get(one.pk, ())) for one in shown]
    return render(
        request,
        "kiln/history/firings.html",
        {
            **{"place": PLACE, "form": form, "page": page, "rows": rows},
            **{"asked": form.asked(), "most_named": MOST_NAMED},
        },
    )


@require_GET
def compare(request: StudioRequest) -> HttpResponse:
    """Up to four firings beside each other."""
    keys = keys_in(request.GET.getlist("firing"))
    chosen = Firing.objects.of(request.studio).filter(pk__in=keys[:MOST_COMPARED])
    compared = []
    for number, firing in enumerate(chosen.select_related("kiln").order_by("fired_on", "pk")):
        log = FiringLog.objects.of(request.studio).filter(firing=firing).last()
        of_firing = Loading.objects.of(request.studio).filter(firing=firing)
        names = of_firing.order_by("tile__trial__name").values_list("tile__trial__name", flat=True)
        compared.append(
            ComparedFiring(
                number,
                firing,
                of_firing.count(),
                list(names.distinct()),
                log,
                log.curve if log else [],
            )
        )
    return render(
        request,
        "kiln/history/compare.html",
        {"place": PLACE, "compared": compared, "drawings": drawings_of(compared)},
    )
