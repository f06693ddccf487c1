"""What is said of what is thrown out."""

from umberpot.library.housekeeping.services import JOURNAL_KEPT_FOR, REMOVED_KEPT_FOR

AT_NIGHT = (
    "After the nightly backup, unused data is deleted: photographs"
    f" {REMOVED_KEPT_FOR.days} days after they were removed, journal entries after"
    f" {JOURNAL_KEPT_FOR[0]} days (except the last of each thing), and expired sessions."
)
