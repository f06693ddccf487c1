"""Who may do what at which address: every address of the site has one decision here.

A new address fails tests/web/test_roles.py until it stands in one of these lists.
"""


def _names(text):
    """``app: name name`` on each line, as names with their application."""
    found = set()
    for line in text.strip().splitlines():
        app, _, names = line.strip().partition(": ")
        found |= {f"{app}:{name}" for name in names.split()}
    return found


OPEN_TO_ALL = _names("""
    studio: sign-in
    bench: calculators openapi
    mixing: dose adjust series grid campaign check-sum slip water join kilos layers dark
    kiln: cone schedule load outcome
    results: shrinkage shrink-ruler absorption pasted-clay ware colour-difference
    results: colour-series colour-match colour-next
    surface: amount plan-calculator
    library: words
""")
"""What holds nothing of a studio, and is there signed out."""

OPEN_TO_WHO_HAS_THE_ADDRESS = _names("""
    studio: join
    bench: feed
    library: shared
""")
"""What an unguessable address opens, and no guess does."""

GONE = _names("""
    studio: first-run
    ui: style-guide
""")
"""What is not there in a studio at work."""

OWN = _names("""
    studio: sign-out password leave
    library: practice
""")
"""What changes only what is one's own, so that readers send to it too."""

OWNERS = _names("""
    studio: invite change-role remove-person withdraw-invitation
    library: back-up journal
    transfer: archive archive-file
""")
"""What only an owner reaches."""

OF_THE_INSTALLATION = _names("""
    library: download-backup
    studio: found
""")
"""What concerns every studio: an owner of the first reaches it."""

MAKERS = _names("""
    bench: start new-timer
    kiln: plan-load import-log fire-tile opening
    library: conclude
    results: measured new-photograph new-batch change-batch
    shelf: new-dug-clay claim add
    surface: new-factor-trial rate new-plan change-plan plan-tiles
    clays: new-test
    tiles: make
""")
"""What is there for doing something only: readers do not come to it."""

MEMBERS = _names("""
    studio: how-far preferences people
    bench: bench start-waits due next-stage stop-timer calendar change-feed
    shelf: shelf material count retire restore add-container remove-container
    shelf: field-sheet add-photo photo remove-photo labels
    transfer: transfer download
    mixing: mixes make save-calculation set-calculation-aside keep-water set-aside mix weigh
    mixing: live-weight pan correct-weighing note-left keep-leftover leftover change-leftover
    mixing: join-leftovers pool-leftover
    tiles: tiles trial record record-by-number set-aside labels labels-of-today
    tiles: readings check-readings read-scale shape start-series start-grid
    tiles: start-campaign add-strengths label made cells-made plan set-step-aside set-plan-aside
    clays: test bars-made weigh-drying bench-sheet
    kiln: kiln firings compare kilns kiln-sizes set-kiln-aside
    kiln: schedules schedule-from-file check-schedule edit-schedule set-schedule-aside
    kiln: schedule-file load-plan pack-load move-piece piece-sizes schedule-load
    kiln: start-kiln fire-load cancel-load log log-file stop-kiln piece-outcome witness-cones
    kiln: firing without fire-tile-by-number came-out
    results: trials trial tile tile-by-number photograph read-photograph
    results: photograph-image photograph-file remove-photograph crop same-colours wall
    results: saved-marks use-marks evenness
    results: wall-file poster predict expected-of-dose find next-tiles test-tile predictions ranges
    results: batches batch
    results: start-screen finish-screen add-piece remove-piece ware-photo batch-card
    results: set-batch-aside
    results: every-reading clays compare
    results: limits clay clay-purpose report figures readings shrink-rule guess-blend line-blend
    surface: plans plan face-picture set-plan-aside move-coat remove-coat use-slip
    surface: overrule-coat keep-preview preview-picture preview-photograph photograph-preview
    surface: remove-preview waits factor-trials factor-trial expect
    surface: change-slabs show-factor-trial factor-results set-factor-trial-aside
    library: go findings backups finding expect add-note note-photograph remove-note
    library: beside repeats
    library: undo year year-pdf year-alone report report-pdf report-alone shares share revoke-share
""")
"""What every member sees, and owners and makers change."""

EVERY_DECISION = [
    *(OPEN_TO_ALL, OPEN_TO_WHO_HAS_THE_ADDRESS, GONE),
    *(OWN, OWNERS, OF_THE_INSTALLATION, MAKERS, MEMBERS),
]
