"""Small simulated devices that stand in for the real ones, each a process of its own."""
