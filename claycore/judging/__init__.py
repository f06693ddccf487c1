"""What the results come to: limits, rules, verdicts, firing ranges, mending, fit."""
