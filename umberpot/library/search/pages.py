"""The pages of the application, and the words of its glossary, as things to go to.

To make a page known by another word is to add the word to its entry in ALSO; a page that is no
tool of a place is an entry in ACTIONS.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from django.urls import reverse

from claycore.glossary import by_anchor
from umberpot.kiln.places import TOOLS as KILN_TOOLS
from umberpot.library.places import TOOLS as LIBRARY_TOOLS
from umberpot.library.search.kind import FoundRow
from umberpot.library.search.typed import folded
from umberpot.mixing.places import TOOLS as MIX_TOOLS
from umberpot.places import OF_EVERYBODY, OF_OWNERS, PLACES
from umberpot.results.places import CALCULATORS as RESULTS_CALCULATORS
from umberpot.results.places import TOOLS as RESULTS_TOOLS
from umberpot.shelf.places import TOOLS as SHELF_TOOLS
from umberpot.surface.places import TOOLS as SURFACE_TOOLS
from umberpot.ui.tools import Tool

ACTIONS = (
    Tool("bench:new-timer", "Start a timer", "A wait that is told when it is over"),
    Tool("tiles:labels-of-today", "Labels for tiles made today", "Of every trial, on one sheet"),
    Tool("kiln:plan-load", "Plan a load", "What stands where in the kiln"),
    Tool("shelf:add", "Add a material", "A clay, stain, oxide, glaze or slip"),
    Tool("shelf:new-dug-clay", "Add dug clay", "With its field sheet"),
    Tool("results:measured", "Enter measured colours", "Typed, pasted or from a file"),
    Tool("results:predict", "Predict a colour", "From your own fired tiles"),
    Tool("results:predictions", "Predictions and results", "How far predictions were off"),
    Tool("results:same-colours", "Stains that match", "Which could replace each other"),
    Tool("results:new-batch", "Add a batch of ware", "Finished pieces that go together"),
    Tool("surface:new-plan", "Plan a surface", "Coats on a body"),
    Tool("surface:new-factor-trial", "Plan a factor trial", "What matters, by a fair test"),
    Tool("studio:password", "Change password", "Your own"),
    Tool("studio:leave", "Leave this studio", "Your work stays"),
    Tool("bench:calculators", "Calculators", "Everything that works signed out"),
    Tool("bench:openapi", "Calculators as an API", "Their queries and answers (OpenAPI)"),
)
"""Pages that people look for by name, and that are no tab of a place."""

ALSO: dict[str, tuple[str, ...]] = {
    "bench:bench": ("home", "today", "start", "due", "to do", "timer", "timers", "calendar"),
    "bench:new-timer": ("new timer", "alarm", "remind me", "clock"),
    "shelf:shelf": ("materials", "stock", "inventory", "clays", "stains", "oxides", "glazes"),
    "tiles:labels-of-today": ("today", "stickers of today", "print tiles"),
    "shelf:labels": ("labels", "stickers", "qr", "codes", "print"),
    "shelf:add": ("new material", "add clay", "add stain", "add oxide", "add glaze", "buy"),
    "shelf:new-dug-clay": ("wild clay", "field sheet", "dig", "local clay"),
    "transfer:transfer": ("csv", "json", "spreadsheet", "download", "upload", "data"),
    "transfer:archive": ("archive", "export", "zip", "move", "everything", "import everything"),
    "studio:preferences": ("settings", "options", "scale", "ruler", "units", "currency", "paper"),
    "studio:people": ("users", "members", "invite", "roles", "team", "leave the studio"),
    "studio:leave": ("quit", "remove me"),
    "studio:password": ("account", "sign in", "security"),
    "library:backups": ("backup", "restore", "disk", "safety copy"),
    "library:journal": ("history", "undo", "log", "changes", "who did what", "audit"),
    "library:findings": ("conclusions", "results", "notes", "reports", "year report"),
    "library:go": ("find", "look up", "filters"),
    "library:beside": ("side by side", "line up"),
    "library:repeats": ("drift", "the same recipe again", "batches over time"),
    "library:shares": ("share", "sharing", "public link", "send a report"),
    "library:practice": ("quiz", "learn", "exercise", "training", "questions"),
    "library:words": ("words", "dictionary", "terms", "definitions", "meaning"),
    "mixing:mixes": ("recipes", "batches", "weigh", "leftovers"),
    "mixing:dose": ("new dose", "percent", "stain calculator", "colour a clay", "how much stain"),
    "mixing:kilos": ("batch size", "multiply", "larger", "recipe"),
    "mixing:series": ("strengths", "ramp", "dilution", "gradient", "steps"),
    "mixing:grid": ("biaxial", "two oxides", "matrix", "line blend", "pour"),
    "mixing:campaign": ("samples", "many stains", "sample bags"),
    "mixing:layers": ("agate", "stretch", "stack", "nerikomi", "marbled"),
    "mixing:adjust": ("stronger", "paler", "dilute", "correct a mix", "too dark", "too pale"),
    "mixing:join": ("leftover", "mix two", "reclaim", "pool"),
    "mixing:slip": ("thin", "thicken", "specific gravity", "hydrometer", "bucket", "casting"),
    "mixing:water": ("moisture", "wet clay", "dry weight", "drying"),
    "mixing:check-sum": ("mistake", "wrong", "check my sum", "verify", "error"),
    "mixing:dark": ("price", "cheap", "cost", "money", "black"),
    "tiles:tiles": ("test tiles", "readings", "record", "measure", "pieces"),
    "kiln:kiln": ("load", "fire", "waiting", "record a firing"),
    "kiln:plan-load": ("loading", "stack the kiln", "shelves"),
    "kiln:firings": ("logs", "past", "firing log", "history of firings"),
    "kiln:schedules": ("ramp", "program", "controller", "hold", "soak"),
    "kiln:kilns": ("kiln size", "shelves", "power", "my kiln", "shelf differences"),
    "kiln:cone": ("temperature", "degrees", "pyrometric", "celsius", "fahrenheit"),
    "kiln:schedule": ("ramp", "duration", "how long", "hold"),
    "kiln:outcome": ("witness cones", "over fired", "under fired", "what cone"),
    "kiln:load": ("fit", "how many fit", "kiln size", "shelf plan"),
    "results:clays": ("clay tests", "bars", "verdict", "shrinkage", "absorption", "ruler"),
    "results:trials": ("colours", "tests", "tile results"),
    "results:wall": ("colour wall", "all tiles", "gallery", "palette", "swatches"),
    "results:find": ("match", "search by colour", "nearest colour"),
    "results:predict": ("expected colour", "blend", "forecast"),
    "results:measured": ("colorimeter", "spectrophotometer", "lab values", "meter", "hex"),
    "results:predictions": ("record", "how good", "accuracy"),
    "results:same-colours": ("twins", "cheaper stain", "replace a stain", "duplicates"),
    "results:new-batch": ("new ware", "add pots", "pieces"),
    "results:batches": ("food safe", "dinnerware", "pots", "leaching", "dishwasher"),
    "results:limits": ("strict", "loose", "school", "thresholds", "own limits"),
    "results:shrinkage": ("shrink", "ruler", "size to make", "wet size"),
    "results:absorption": ("porosity", "water uptake", "vitrified", "boil test", "density"),
    "results:ware": ("food safe", "microwave", "oven", "tableware"),
    "results:colour-difference": ("delta e", "ciede2000", "compare two colours"),
    "results:colour-series": ("enough", "saturation", "how much is enough"),
    "results:colour-match": ("blend", "mix two stains", "formulate"),
    "results:colour-next": ("next tile", "what to test", "experiment"),
    "results:pasted-clay": ("paste", "bars", "spreadsheet"),
    "surface:plans": ("sgraffito", "inlay", "slips", "decoration", "coats", "techniques"),
    "surface:new-plan": ("sgraffito", "inlay", "decorate", "new surface"),
    "surface:factor-trials": ("experiment", "statistics", "what matters", "blind"),
    "surface:new-factor-trial": ("new experiment", "design a test"),
    "surface:waits": ("drying time", "waits", "how long to wait", "leather hard"),
    "surface:amount": ("how much slip", "area", "cover"),
    "surface:plan-calculator": ("coats", "steps", "timing"),
    "bench:calculators": ("tools", "sums"),
    "bench:openapi": ("developer", "json", "rest"),
}
"""What people call a page besides its own name, by the name of its address."""


@dataclass(frozen=True)
class Page:
    """A page, what it is for, and every word that it is looked for by."""

    tool: Tool
    names: tuple[str, ...]

    def is_meant_by(self, words: Sequence[str]) -> bool:
        """Whether each of the words begins one of a single name's, or of the page's own."""
        return any(_fits(name, words) for name in self.names)

    def is_called(self, typed: str) -> bool:
        """Whether this is one of its names, whole."""
        return typed in map(folded, self.names)

    @property
    def found(self) -> FoundRow:
        return FoundRow(self.tool.word, self.tool.summary or "page", reverse(self.tool.url_name))


def _fits(name: str, words: Sequence[str]) -> bool:
    parts = folded(name).split()
    typed = folded(" ".join(words)).split()
    return all(any(part.startswith(word) for part in parts) for word in typed)


def every_page(decides: bool = True) -> list[Page]:
    """All pages in the order of the work, each once; those of owners for owners only."""
    groups = [*SHELF_TOOLS, *MIX_TOOLS, *KILN_TOOLS, *RESULTS_TOOLS, *RESULTS_CALCULATORS]
    groups += [*SURFACE_TOOLS, *LIBRARY_TOOLS]
    tools = [Tool(name, word, summary) for word, name, summary in PLACES]
    tools += [tool for group in groups for tool in group.tools]
    tools += [*OF_EVERYBODY, *(OF_OWNERS if decides else ()), *ACTIONS]
    by_name: dict[str, Page] = {}
    for tool in tools:
        known = by_name.get(tool.url_name)
        if known is None:
            names = (tool.word, *ALSO.get(tool.url_name, ()))
            by_name[tool.url_name] = Page(tool, names)
        elif tool.word not in known.names:
            # A place and its first tab are one page, found by the words of both.
            by_name[tool.url_name] = Page(known.tool, (tool.word, *known.names))
    return list(by_name.values())


def pages_for(words: Sequence[str], decides: bool = True) -> list[FoundRow]:
    """The pages that some words mean, those that are called exactly so first."""
    typed = folded(" ".join(words))
    meant = [page for page in every_page(decides) if page.is_meant_by(words)]
    meant.sort(key=lambda page: not page.is_called(typed))
    return [page.found for page in meant]


def is_called_so(words: Sequence[str], decides: bool = True) -> bool:
    """Whether some page is called exactly this, so that it is meant before anything else."""
    typed = folded(" ".join(words))
    return any(page.is_called(typed) for page in every_page(decides))


def terms_for(words: Sequence[str]) -> Iterator[FoundRow]:
    """The entries of the glossary that some words begin."""
    for anchor, one in by_anchor().items():
        if _fits(one.word, words):
            yield FoundRow(one.word, one.summary, f"{reverse('library:words')}#{anchor}")
