"""What a clay may be wanted for. Source: common practice."""

THROWING = "throwing"
SLAB = "slab"
SCULPTURE = "sculpture"
TABLEWARE = "tableware"
BRICK = "brick"
SLIP = "slip"
PURPOSES = {
    THROWING: "throwing",
    SLAB: "slab work",
    SCULPTURE: "sculpture",
    TABLEWARE: "tableware",
    BRICK: "brick",
    SLIP: "slip or colourant",
}

AS_A_BODY = (THROWING, SLAB, SCULPTURE, TABLEWARE, BRICK)
"""The purposes for which it must stand by itself."""
