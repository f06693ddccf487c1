"""What tiles and bars say. Calculators keep the contract of docs/formats.md."""

from django.urls import path

from umberpot.clays.limits import views as limits
from umberpot.clays.line_blends import views as line_blends
from umberpot.clays.readings.views import every_reading
from umberpot.clays.verdicts import files
from umberpot.clays.verdicts import views as clays
from umberpot.colours.evenness.views import evenness
from umberpot.colours.find import views as find
from umberpot.colours.ladders.views import ranges
from umberpot.colours.measured.views import measured
from umberpot.colours.next_tiles.views import next_best
from umberpot.colours.photographs import views as photographs
from umberpot.colours.predict.dose_colours import expected_of_dose
from umberpot.colours.predict.views import predict
from umberpot.colours.views import same_colours
from umberpot.colours.wall import views as wall
from umberpot.colours.wall.poster import poster
from umberpot.results.calculators.absorption import AbsorptionView
from umberpot.results.calculators.clay import ClayView
from umberpot.results.calculators.colour.difference import DifferenceView
from umberpot.results.calculators.colour.match import MatchView
from umberpot.results.calculators.colour.next import ColourNextView
from umberpot.results.calculators.colour.series import ColourSeriesView
from umberpot.results.calculators.shrink_ruler import shrink_ruler
from umberpot.results.calculators.shrinkage import ShrinkageView
from umberpot.results.calculators.ware import WareView
from umberpot.results.trials import views as trials
from umberpot.tiles.codes import by_number
from umberpot.ware import views as ware

app_name = "results"
urlpatterns = [
    path("", trials.trials, name="trials"),
    path("trials/<int:pk>/", trials.trial, name="trial"),
    path("tiles/<code:code>/", trials.tile, name="tile"),
    path("tiles/<int:pk>/", by_number("results:tile"), name="tile-by-number"),
    path("trials/<int:pk>/photographs/new/", photographs.new, name="new-photograph"),
    path("trials/<int:pk>/specks/", evenness, name="evenness"),
    path("photographs/<int:pk>/", photographs.photograph, name="photograph"),
    path("photographs/<int:pk>/read/", photographs.read, name="read-photograph"),
    path("photographs/<int:pk>/saved/", photographs.back_to_saved, name="saved-marks"),
    path("photographs/<int:pk>/picture/", photographs.use_marks_on, name="use-marks"),
    path("photographs/<int:pk>/image.jpg", photographs.image, name="photograph-image"),
    path("photographs/<int:pk>/photograph.zip", photographs.as_file, name="photograph-file"),
    path("photographs/<int:pk>/remove/", photographs.remove, name="remove-photograph"),
    path("photographs/rings/<int:pk>.jpg", photographs.crop, name="crop"),
    path("measured/", measured, name="measured"),
    path("wall/same/", same_colours, name="same-colours"),
    path("wall/", wall.wall, name="wall"),
    path("wall/wall.<slug:form>", wall.wall_file, name="wall-file"),
    path("wall/<int:year>/poster.pdf", poster, name="poster"),
    path("predict/", predict, name="predict"),
    path("predict/dose/", expected_of_dose, name="expected-of-dose"),
    path("find/", find.find, name="find"),
    path("find/next/", next_best, name="next-tiles"),
    path("find/ranges/", ranges, name="ranges"),
    path("find/test-tile/", find.make_test_tile, name="test-tile"),
    path("find/predictions/", find.record, name="predictions"),
    path("shrinkage/", ShrinkageView.as_view(), name="shrinkage"),
    path("shrinkage/ruler.pdf", shrink_ruler, name="shrink-ruler"),
    path("ware/", WareView.as_view(), name="ware"),
    path("ware/batches/", ware.batches, name="batches"),
    path("ware/batches/new/", ware.new, name="new-batch"),
    path("ware/batches/<int:pk>/", ware.batch, name="batch"),
    path("ware/batches/<int:pk>/change/", ware.change, name="change-batch"),
    path("ware/batches/<int:pk>/screen/", ware.start_screen, name="start-screen"),
    path("ware/batches/<int:pk>/screen/done/", ware.finish_screen, name="finish-screen"),
    path("ware/batches/<int:pk>/pieces/", ware.add_piece, name="add-piece"),
    path("ware/batches/<int:pk>/pieces/<int:piece_pk>/", ware.remove_piece, name="remove-piece"),
    path("ware/photographs/<int:pk>/", ware.photo, name="ware-photo"),
    path("ware/batches/<int:pk>/card.pdf", ware.card, name="batch-card"),
    path("ware/batches/<int:pk>/set-aside/", ware.set_aside, name="set-batch-aside"),
    path("absorption/", AbsorptionView.as_view(), name="absorption"),
    path("colour-difference/", DifferenceView.as_view(), name="colour-difference"),
    path("colour-series/", ColourSeriesView.as_view(), name="colour-series"),
    path("colour-match/", MatchView.as_view(), name="colour-match"),
    path("colour-next/", ColourNextView.as_view(), name="colour-next"),
    path("clay/", ClayView.as_view(), name="pasted-clay"),
    path("readings.csv", every_reading, name="every-reading"),
    path("clays/", clays.clays, name="clays"),
    path("clays/compare/", clays.compare, name="compare"),
    path("clays/limits/", limits.limits, name="limits"),
    path("clays/<int:pk>/", clays.clay, name="clay"),
    path("clays/<int:pk>/purpose/", clays.save_purpose, name="clay-purpose"),
    path("clays/<int:pk>/report.pdf", files.report, name="report"),
    path("clays/<int:pk>/figures.<slug:form>", files.data, name="figures"),
    path("clays/<int:pk>/readings.csv", files.readings, name="readings"),
    path("clays/<int:pk>/shrink-rule.pdf", files.shrink_rule, name="shrink-rule"),
    path("clays/<int:pk>/guess/", line_blends.guess, name="guess-blend"),
    path("clays/<int:pk>/line/", line_blends.line, name="line-blend"),
]
