"""What was fired and tested stands behind a surface as behind Results."""

from tests.web.results.conftest import fired_tile, tested, two_stains

__all__ = ["fired_tile", "tested", "two_stains"]
