"""What a clay's pages say when something was done, or could not be."""

LIMITS_SAVED = "Limits saved. They apply from now on."
BEYOND_A_BLEND = "Beyond 30 % most potters use the clay as slip instead."


def judged_for(clay: str, purpose: str) -> str:
    """What a clay is judged for from now on."""
    return f"{clay} is judged for {purpose} from now on."


def blends_planned(count: int) -> str:
    """A line blend is ready to be weighed out."""
    return (
        f"{count} blend{'' if count == 1 else 's'} ready to weigh out, with bars planned of each."
    )


def no_blends(field: str, problem: str) -> str:
    """Why a line blend could not be made as it was typed."""
    return f"No blends were made. {field}: {problem}"


def changed_elsewhere(codes: list[str]) -> str:
    """Bars that another window recorded meanwhile."""
    return (
        f"{', '.join(codes)} changed in another window, so your entry was not saved."
        " Reload the page to see the current reading."
    )


def bars_made(count: int) -> str:
    """Bars were made."""
    return f"{count} bar{'' if count == 1 else 's'} made. Now let them dry."


def recorded(changed: int, waiting: int) -> str:
    """How many readings were recorded, and how many wait to be looked at."""
    readings = f"{changed} reading{'' if changed == 1 else 's'}"
    if not waiting:
        return f"{readings} recorded." if changed else "Nothing was changed."
    return f"{readings} recorded, {waiting} to check: marked below and not recorded yet."
