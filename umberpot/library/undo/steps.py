"""Which steps can be taken back, and for how long."""

from datetime import timedelta

UNDO_FOR = timedelta(days=1)

UNDOING = "library:undo"
"""The name of the address that undoes a step: that can be undone as well."""

UNDOABLE = {
    *("mixing:set-aside", "mixing:set-calculation-aside"),
    *("tiles:set-aside", "tiles:set-plan-aside", "tiles:set-step-aside"),
    *("kiln:set-kiln-aside", "kiln:set-schedule-aside"),
    *("surface:set-plan-aside", "surface:set-factor-trial-aside", "results:set-batch-aside"),
    *("shelf:retire", "shelf:restore", "shelf:remove-container", "shelf:remove-photo"),
    *("results:remove-photograph", "surface:remove-coat", "surface:remove-preview"),
    *("library:remove-note", "transfer:transfer", UNDOING),
}
"""Names of the addresses whose steps take away or bring in: each leaves nothing behind but the rows
the journal tells of. Readings are not among them; they are corrected, never taken back."""
