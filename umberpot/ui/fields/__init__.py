"""Form fields for what people write: numbers with units, counts, days, lists of percentages."""
