"""Bar tests of one clay: planning them, their entry grid, their bench sheet."""
