"""``python -m benchmarks.withstand``: what the running server withstands, tried on the real thing.

Starts ``bin/launch.py`` on copies of the demo and attacks it: slow clients, a full disk, large
photographs at once, a server killed while it writes. Prints a table of what was measured and what
has to hold; ends with 1 where something does not. ``bin/test --thorough`` runs it.
"""
