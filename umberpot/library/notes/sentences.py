"""What is said while notes are kept."""

NOTE_SAVED = "Note saved."
NOTE_REMOVED = "Note removed."
