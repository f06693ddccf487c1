"""Who did what, when, to what, before and after: written beside each change, in its transaction."""
