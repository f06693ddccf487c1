"""Lays the whole demo story into an empty database."""

from django.contrib.auth.models import User

from umberpot.demo import factor_trials, findings, story, ware
from umberpot.demo.clays.load import ClayLoader
from umberpot.demo.load import DemoLoader
from umberpot.demo.past import load as past
from umberpot.mixing.leftovers.services import keep_leftover
from umberpot.shelf.models import Container
from umberpot.studio.services import found_first_studio
from umberpot.studio.whole_change import whole_change


@whole_change()
def load_demo() -> None:
    """The whole story, or nothing of it. Raises AlreadyFounded if there is a user."""
    owner = User(username=story.USERNAME)
    owner.set_password(story.PASSWORD)
    studio = found_first_studio(story.STUDIO, owner)
    loader = DemoLoader(studio, owner)
    loader.shelf()
    loader.glazes()
    for trial in story.TRIALS:
        loader.trial(trial)
    mixes = [loader.mix(mix, 1) for mix in story.LOOSE_MIXES]
    for row in (*story.SERIES_PLANS, *story.GRID_PLANS):
        loader.plan(row)
    made = next(mix for mix in mixes if mix.finished_at)
    keep_leftover(made, story.LEFTOVER_G, "plastic", 20.0, owner)
    for name, tare_g in story.CONTAINERS:
        Container.objects.create(studio=studio, name=name, tare_g=tare_g)
    ClayLoader(loader).load()
    loader.trial(story.WAITING_TRIAL)
    loader.halves()
    loader.load_kiln()
    loader.photograph()
    loader.surface()
    factor_trials.load(studio, owner)
    ware.load(studio, owner, "Canal bank")
    loader.trial(story.AGAIN_TRIAL)
    for row in story.CAMPAIGN_PLANS:
        loader.plan(row)
    loader.material(story.SLIP_BUCKET)
    loader.additions()
    loader.smoked()
    loader.trial(story.GLAZES_TRIAL)
    loader.trial(story.PLAIN_DARK)
    loader.tested_surface()
    past.load(studio, owner, loader)
    loader.stood()
    findings.load(studio, owner)
