"""What the results come to: limits, rules, verdicts, firing ranges, adjustments, fit."""
