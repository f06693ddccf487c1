"""What the log says."""

import logging
from http import HTTPStatus


class InOneLine(logging.Filter):
    """Tells without a traceback what is no fault of the application: a lock, a full disk.

    A disk that is full would otherwise be filled by what is said of it.
    """

    _KNOWN = (HTTPStatus.SERVICE_UNAVAILABLE, HTTPStatus.INSUFFICIENT_STORAGE)

    def filter(self, record: logging.LogRecord) -> bool:
        """Lets every record through."""
        if getattr(record, "status_code", None) in self._KNOWN:
            record.exc_info = None
        return True
