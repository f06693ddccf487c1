"""``python -m standins.kiln``: runs the simulated kiln until it is interrupted."""

import argparse

from standins.kiln.chamber import Chamber
from standins.kiln.controller import SimulatedController, Thermocouple
from standins.kiln.server import KilnServer, RunningKiln


def main() -> None:
    """Prints ``kiln 127.0.0.1:PORT`` once it listens."""
    parser = argparse.ArgumentParser(prog="standins.kiln", description="A simulated kiln.")
    parser.add_argument("--port", type=int, default=0, help="0 takes a free one")
    parser.add_argument("--speed", type=float, default=1.0, help="times as fast as the clock")
    parser.add_argument("--power", type=float, default=6.2, help="kW")
    parser.add_argument("--strength", type=float, default=1.0, help="of worn elements: under 1")
    parser.add_argument("--dropouts", type=float, default=0.01, help="share of readings lost")
    options = parser.parse_args()
    chamber = Chamber(power_kw=options.power, strength=options.strength)
    controller = SimulatedController(chamber, Thermocouple(dropouts=options.dropouts))
    with KilnServer(options.port, RunningKiln(controller, options.speed)) as server:
        print(f"kiln 127.0.0.1:{server.port}", flush=True)
        try:
            server.serve_forever()
        except KeyboardInterrupt:
            return


if __name__ == "__main__":
    main()
