"""What clay and colourants are: states, water, slip, percentages on dry clay, what is in a"
" batch."""
