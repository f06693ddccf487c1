"""Many made pictures: the lights, cameras and cards of studios that nobody knows beforehand."""
