"""What can go out and come in, in the order in which one rests on another. One file a kind."""

from umberpot.transfer.kinds.base import Cells, Kind, Reader, RowErrors
from umberpot.transfer.kinds.blends import BLENDS
from umberpot.transfer.kinds.coloured import COLOURED
from umberpot.transfer.kinds.materials import MATERIALS
from umberpot.transfer.kinds.mixes import MIXES
from umberpot.transfer.kinds.plans import PLANS

__all__ = ["KINDS", "Cells", "Kind", "Reader", "RowErrors"]

KINDS = {kind.key: kind for kind in (MATERIALS, BLENDS, PLANS, MIXES, COLOURED)}
