"""Reports of a trial, a clay, a firing, a finding, a trial of factors, and of a year."""
