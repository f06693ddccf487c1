"""``python -m standins.scale``: runs the simulated scale until it is interrupted."""

import argparse

from standins.scale.pan import Pan
from standins.scale.server import ScaleServer


def main() -> None:
    """Prints ``scale 127.0.0.1:PORT`` once it listens."""
    parser = argparse.ArgumentParser(prog="standins.scale", description="A simulated bench scale.")
    parser.add_argument("--port", type=int, default=0, help="0 takes a free one")
    parser.add_argument("--step", type=float, default=0.1, help="grams")
    parser.add_argument("--capacity", type=float, default=5000.0, help="grams")
    options = parser.parse_args()
    with ScaleServer(options.port, Pan(options.step, options.capacity)) as server:
        print(f"scale 127.0.0.1:{server.port}", flush=True)
        try:
            server.serve_forever()
        except KeyboardInterrupt:
            return


if __name__ == "__main__":
    main()
