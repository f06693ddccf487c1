"""How the application is served: the worker of its server, and the data file each holds open."""
