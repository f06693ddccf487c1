"""Every reading there is, as rows to take away."""
