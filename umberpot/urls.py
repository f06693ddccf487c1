"""Every address of the application. Calculators keep the contract of docs/formats.md."""

from django.contrib.auth.views import LogoutView, PasswordChangeView
from django.urls import path, reverse_lazy

from umberpot.bench import timer_views as timers
from umberpot.bench import views as bench
from umberpot.kiln import views as kiln
from umberpot.mixing import calculator_views as sums
from umberpot.mixing import leftover_views as leftover
from umberpot.mixing import views as mixing
from umberpot.mixing import weigh_views as weighing
from umberpot.reading import blend_views as blends
from umberpot.reading import clay_files, clay_views, limits_views
from umberpot.reading import clay_list_views as clays
from umberpot.reading import views as reading
from umberpot.shelf import clay_views as noted
from umberpot.shelf import views as shelf
from umberpot.studio import views as studio
from umberpot.tiles import bar_views as bars
from umberpot.tiles import label_views as labels
from umberpot.tiles import plan_views as plans
from umberpot.tiles import views as tiles
from umberpot.transfer import views as transfer

urlpatterns = [
    path("", bench.bench, name="bench"),
    path("sign-in/", studio.SignInView.as_view(), name="sign-in"),
    path("sign-out/", LogoutView.as_view(), name="sign-out"),
    path("first-run/", studio.first_run, name="first-run"),
    path("preferences/", studio.preferences, name="preferences"),
    path(
        "preferences/password/",
        PasswordChangeView.as_view(
            template_name="studio/password.html", success_url=reverse_lazy("preferences")
        ),
        name="password",
    ),
    path("styleguide/", studio.style_guide, name="style-guide"),
    path("shelf/", shelf.shelf, name="shelf"),
    path("shelf/new/", shelf.add, name="material-new"),
    path("shelf/<int:pk>/", shelf.edit, name="material"),
    path("shelf/<int:pk>/retire/", shelf.retire, name="material-retire"),
    path("shelf/<int:pk>/restore/", shelf.restore, name="material-restore"),
    path("shelf/containers/", shelf.add_container, name="container-add"),
    path("shelf/containers/<int:pk>/remove/", shelf.remove_container, name="container-remove"),
    path("mix/", mixing.mixes, name="mixes"),
    path("mix/dose/", sums.DoseView.as_view(), name="dose"),
    path("mix/adjust/", sums.AdjustView.as_view(), name="adjust"),
    path("mix/series/", sums.SeriesView.as_view(), name="series"),
    path("mix/grid/", sums.GridView.as_view(), name="grid"),
    path("mix/check-sum/", sums.CheckSumView.as_view(), name="check-sum"),
    path("mix/slip/", sums.BucketView.as_view(), name="bucket"),
    path("mix/water/", sums.WaterView.as_view(), name="water"),
    path("mix/join/", sums.JoinView.as_view(), name="join"),
    path("mix/kilos/", sums.KilosView.as_view(), name="kilos"),
    path("mix/layers/", sums.LayersView.as_view(), name="layers"),
    path("mix/dark/", sums.DarkView.as_view(), name="dark"),
    path("mix/make/", mixing.make, name="mix-make"),
    path("mix/kilos/make/", mixing.make_kilos, name="kilos-make"),
    path("mix/<int:pk>/", weighing.mix, name="mix"),
    path("mix/<int:pk>/again/", mixing.again_the_same, name="mix-again"),
    path("mix/<int:pk>/left/", leftover.keep, name="mix-left"),
    path("mix/leftovers/<int:pk>/", leftover.leftover, name="leftover"),
    path("mix/leftovers/<int:pk>/change/", leftover.change, name="leftover-change"),
    path("mix/leftovers/<int:pk>/join/", leftover.join, name="leftover-join"),
    path("mix/leftovers/<int:pk>/pool/", leftover.pool, name="leftover-pool"),
    path("mix/water/keep/", mixing.keep_water, name="water-keep"),
    path("mix/<int:pk>/weigh/", weighing.weigh, name="mix-weigh"),
    path("mix/<int:pk>/glance/", weighing.glance, name="mix-glance"),
    path("mix/<int:pk>/set-aside/", mixing.set_aside, name="mix-set-aside"),
    path("mix/<int:pk>/pan/", weighing.pan, name="mix-pan"),
    path("mix/weighings/<int:pk>/correct/", weighing.correct, name="weighing-correct"),
    path("mix/series/start/", plans.start_series, name="series-start"),
    path("mix/grid/start/", plans.start_grid, name="grid-start"),
    path("mix/grid/there/", plans.cells_there, name="grid-there"),
    path("mix/plans/<int:pk>/", plans.plan, name="plan"),
    path("mix/plans/<int:pk>/set-aside/", plans.set_aside, name="plan-set-aside"),
    path("tiles/", tiles.tiles, name="tiles"),
    path("tiles/trials/<int:pk>/labels/", labels.trial_labels, name="trial-labels"),
    path("shelf/transfer/", transfer.transfer, name="transfer"),
    path("shelf/transfer/<slug:kind>.<slug:form>", transfer.download, name="transfer-download"),
    path("shelf/labels/", labels.material_labels, name="material-labels"),
    path("tiles/shape/<int:mix_pk>/", plans.shape, name="tiles-shape"),
    path("tiles/make/<int:mix_pk>/", tiles.make, name="tiles-make"),
    path("tiles/trials/<int:pk>/", tiles.trial, name="trial"),
    path("tiles/tests/new/<int:clay_pk>/", bars.new, name="test-new"),
    path("tiles/tests/<int:pk>/", bars.test, name="test"),
    path("tiles/tests/<int:pk>/check/", bars.check, name="test-check"),
    path("tiles/tests/<int:pk>/made/", bars.made, name="test-made"),
    path("tiles/tests/<int:pk>/weigh-drying/", bars.weigh_drying, name="test-weigh-drying"),
    path("tiles/tests/<int:pk>/sheet.pdf", bars.sheet, name="test-sheet"),
    path("tiles/scale/", bars.read_scale, name="scale-read"),
    path("tiles/<int:pk>/", tiles.record, name="record"),
    path("tiles/<int:pk>/set-aside/", tiles.set_aside, name="tile-set-aside"),
    path("shelf/dug/new/", noted.dig, name="dig"),
    path("shelf/<int:pk>/field-sheet/", noted.field_sheet, name="field-sheet"),
    path("shelf/<int:pk>/label/", noted.claim, name="claim"),
    path("shelf/<int:pk>/photos/", noted.add_photo, name="photo-add"),
    path("shelf/photos/<int:pk>/", noted.photo, name="photo"),
    path("shelf/photos/<int:pk>/remove/", noted.remove_photo, name="photo-remove"),
    path("bench/timers/", timers.new, name="timer-new"),
    path("bench/due/", timers.due, name="timers-due"),
    path("bench/timers/<int:pk>/next/", timers.move_on, name="timer-next"),
    path("bench/timers/<int:pk>/stop/", timers.stop, name="timer-stop"),
    path("bench/calendar.ics", timers.calendar, name="calendar"),
    path("bench/calendar/", timers.change_feed, name="calendar-feed"),
    path("calendar/<str:token>.ics", timers.feed, name="feed"),
    path("kiln/", kiln.kiln, name="kiln"),
    path("kiln/<int:pk>/", kiln.firing, name="firing"),
    path("kiln/<int:pk>/without/", kiln.not_in_it, name="firing-without"),
    path("read/", reading.trials, name="trials-read"),
    path("read/shrinkage/", reading.ShrinkageView.as_view(), name="shrinkage"),
    path("read/absorption/", reading.AbsorptionView.as_view(), name="absorption"),
    path("read/clays/", clays.clays, name="clays-read"),
    path("read/clays/compare/", clays.compare, name="compare"),
    path("read/clays/limits/", limits_views.limits, name="limits"),
    path("read/clays/<int:pk>/", clay_views.clay, name="clay-read"),
    path("read/clays/<int:pk>/report.pdf", clay_files.report, name="clay-report"),
    path("read/clays/<int:pk>/figures.<slug:form>", clay_files.data, name="clay-data"),
    path("read/clays/<int:pk>/readings.csv", clay_files.readings, name="clay-readings"),
    path("read/clays/<int:pk>/shrink-rule.pdf", clay_files.shrink_rule, name="shrink-rule"),
    path("read/clays/<int:pk>/guess/", blends.guess, name="blend-guess"),
    path("read/clays/<int:pk>/line/", blends.line, name="blend-line"),
    path("read/trials/<int:pk>/", reading.trial, name="trial-read"),
    path("read/tiles/<int:pk>/", reading.tile, name="tile-read"),
]
