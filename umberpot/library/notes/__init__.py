"""Notes and photographs about tiles, trials, mixes and firings."""
