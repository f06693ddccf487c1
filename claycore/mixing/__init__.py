"""Making coloured clay: doses, strengths, series, grids, weighing, cost, and sums checked."""
