"""The calculators of fired colour: two colours, a series of strengths, a colour wanted."""
