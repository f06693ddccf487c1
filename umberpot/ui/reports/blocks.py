"""What a report is made of. Each block knows its template; umberpot/ui/reports/printed.py how it is
printed."""

from base64 import b64encode
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import ClassVar

from claycore.colour import notation
from umberpot.ui.drawing import Drawing

DARK_BELOW = 49.5
"""Lightness (CIELAB) under which white words have more contrast than black ones (WCAG 2.2)."""


@dataclass(frozen=True)
class Text:
    """A paragraph; ``lead`` is said in bold before it."""

    template: ClassVar[str] = "ui/reports/text.html"
    text: str
    lead: str = ""
    small: bool = False

    @property
    def words(self) -> list[str]:
        """Everything that it says, as every block has it."""
        return [self.lead, self.text]


@dataclass(frozen=True)
class ReportSwatch:
    """A fired colour as ``#rrggbb``, what it is the colour of, and a line under that.

    The colour is '' where it is not known.
    """

    fill: str
    name: str
    summary: str = ""

    @property
    def ink(self) -> str:
        """How words on it are read: ``light`` ones on a dark colour, ``dark`` ones otherwise."""
        on_dark = bool(self.fill) and notation.parse(self.fill).lightness < DARK_BELOW
        return "light" if on_dark else "dark"


@dataclass(frozen=True)
class Swatches:
    """Fired colours touching, in their order."""

    template: ClassVar[str] = "ui/reports/swatches.html"
    swatches: Sequence[ReportSwatch]

    @property
    def words(self) -> list[str]:
        return [words for one in self.swatches for words in (one.name, one.summary)]


@dataclass(frozen=True)
class SwatchGrid:
    """Fired colours in rows and columns, touching both ways, under what stands across and down.

    A cell is what its colours are, side by side; a swatch without a ``fill`` is not read yet.
    """

    template: ClassVar[str] = "ui/reports/swatch_grid.html"
    title: str
    across: str
    down: str
    columns: Sequence[str]
    rows: Sequence[tuple[str, Sequence[Sequence[ReportSwatch]]]]

    @property
    def words(self) -> list[str]:
        swatches = [one.name for _, cells in self.rows for cell in cells for one in cell]
        names = [name for name, _ in self.rows]
        return [self.title, self.across, self.down, *self.columns, *names, *swatches]


@dataclass(frozen=True)
class TableBlock:
    """A table: a head, rows, and how wide each column is as a share of the page."""

    template: ClassVar[str] = "ui/reports/grid.html"
    head: Sequence[str]
    rows: Sequence[Sequence[str]]
    shares: Sequence[float]

    @property
    def words(self) -> list[str]:
        return [cell for row in (self.head, *self.rows) for cell in row]


@dataclass(frozen=True)
class DrawingBlock:
    """A drawing."""

    template: ClassVar[str] = "ui/reports/picture.html"
    drawing: Drawing

    @property
    def words(self) -> list[str]:
        return [words.text for words in self.drawing.words]


@dataclass(frozen=True)
class ReportPhotograph:
    """A photograph as JPEG, and what stands under it."""

    jpeg: bytes
    summary: str

    @property
    def data_uri(self) -> str:
        """The picture within the page, which then needs no other address."""
        return f"data:image/jpeg;base64,{b64encode(self.jpeg).decode()}"


@dataclass(frozen=True)
class Photographs:
    """Photographs, side by side where there is room."""

    template: ClassVar[str] = "ui/reports/photographs.html"
    photographs: Sequence[ReportPhotograph]

    @property
    def words(self) -> list[str]:
        return [one.summary for one in self.photographs]


Block = Text | Swatches | SwatchGrid | TableBlock | DrawingBlock | Photographs


@dataclass(frozen=True)
class ReportSection:
    """A heading and what stands under it."""

    title: str
    blocks: Sequence[Block]


@dataclass(frozen=True)
class Report:
    """``subtitle`` says what the title names; ``headline`` is what it comes to, in a sentence."""

    title: str
    subtitle: str
    studio: str
    made_on: date
    headline: str
    blocks: Sequence[Block] = ()
    sections: Sequence[ReportSection] = field(default_factory=list)

    @property
    def filled_sections(self) -> list[ReportSection]:
        """The sections that have something in them."""
        return [section for section in self.sections if section.blocks]

    @property
    def words(self) -> str:
        """Everything that it says, run together."""
        blocks = [
            *self.blocks,
            *(block for section in self.filled_sections for block in section.blocks),
        ]
        said = [self.title, self.subtitle, self.studio, self.headline]
        said += [section.title for section in self.filled_sections]
        return " ".join([*said, *(words for block in blocks for words in block.words)])
