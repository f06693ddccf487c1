"""The one family of errors that claycore raises."""


class ClayError(ValueError):
    """A value the rules cannot work with: which field, what was given, what is allowed.

    ``str()`` is a sentence for the person who typed it.
    """

    def __init__(self, field: str, value: object, allowed: str) -> None:
        super().__init__(allowed)
        self.field = field
        self.value = value
        self.allowed = allowed


class OutOfBounds(ClayError):
    """A number outside what is physically or sensibly possible."""


class UnknownChoice(ClayError):
    """A unit, convention, cone, method or other name that is not on its list."""


class Inconsistent(ClayError):
    """Values that are each possible, but not together."""
