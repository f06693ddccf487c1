"""Reports of a trial, a clay, a firing, a finding, a factor trial, and of a year."""
