"""What materials hold by their names, and every caution in full."""

from claycore.safety import cautions, metals, of_materials
from tests.core.worked_pages import page_test

SAID = ("Quay Blue stain", "copper carbonate", "red iron oxide", "Ochre", "MnO2", "Cadmium red")


def powders():
    return {
        "metals": {name: metals.metals_in(name) for name in SAID},
        "suspected": {
            name: metals.suspicion_of(name)
            for name in ("Lamp Yellow", "Dawn Rose", "Rope Green", "Buoy Red", "Fog")
        },
        "notices": [one.message for one in of_materials.material_notices([*SAID, "Lamp Yellow"])],
        "cautions": list(cautions.CAUTIONS.values()),
    }


test_page = page_test(__file__, {"powders": powders})
