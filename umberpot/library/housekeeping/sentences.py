"""What is said of what is thrown out."""

from umberpot.library.housekeeping.services import JOURNAL_KEPT_FOR, REMOVED_KEPT_FOR

AT_NIGHT = (
    "After the nightly backup, what nobody can use any more is thrown out: removed photographs"
    f" after {REMOVED_KEPT_FOR.days} days, entries of the journal after {JOURNAL_KEPT_FOR[0]} days"
    " except the last of each thing, and sessions that have ended."
)
