"""The forms of the mixing calculators, one a file. Each is the query string of its URL."""
