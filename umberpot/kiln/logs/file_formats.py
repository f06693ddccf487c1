"""The formats that a firing's log may come in: one entry a format.

A file is read as the format whose ending it has, else as the first of the list.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import IO

from django.core.files.uploadedfile import UploadedFile

from umberpot.kiln.logs import from_csv
from umberpot.kiln.logs.from_csv import Columns, ReadLog
from umberpot.studio.progress import Report


@dataclass(frozen=True)
class LogFormat:
    """A format: the endings of its files, how many rows one has, and how it is read."""

    title: str
    endings: tuple[str, ...]
    count_rows: Callable[[UploadedFile], int]
    read: Callable[[IO[bytes], Columns, Report], ReadLog]


LOG_FORMATS = (LogFormat("CSV", (".csv", ".txt", ".tsv"), from_csv.count_rows, from_csv.read),)
"""Every format, the usual one first."""


def format_of(file_name: str) -> LogFormat:
    """The format that a file's name says it is in; the usual one where it says nothing."""
    ending = file_name.lower()
    return next((one for one in LOG_FORMATS if ending.endswith(one.endings)), LOG_FORMATS[0])
