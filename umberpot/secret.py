"""The secret key: made once, kept beside the data, never in the repository."""

import os
from pathlib import Path

from django.core.management.utils import get_random_secret_key


def kept_secret_key(path: Path) -> str:
    """The key in ``path``, made on first use and readable by its owner only."""
    path.parent.mkdir(parents=True, exist_ok=True)
    try:
        descriptor = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    except FileExistsError:
        return path.read_text().strip()
    with os.fdopen(descriptor, "w") as file:
        key = get_random_secret_key() + get_random_secret_key()
        file.write(key)
    return key
