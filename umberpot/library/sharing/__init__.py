"""One thing of the studio, shown by a link to someone without an account."""
