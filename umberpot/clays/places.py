"""The place whose tabs these pages stand under."""

PLACE = "Results"
