"""Speed, measured as ratios within one run; never asserted as times in tests."""
