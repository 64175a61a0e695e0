"""The exceptions whose messages are written for the person at the screen."""


class WoodcockError(Exception):
    """Something a person can act on.

    The message is one or two whole sentences: what happened, what was kept, what to do.
    Every boundary (window, command line) shows it as it stands, without a traceback.
    """


class FaultyLight(WoodcockError):
    """A frame came out with values that are no numbers: a fault of the program."""


class InvalidValue(ValueError):
    """A value of the model that makes no sense.

    The message says what would, as a clause without a capital or a full stop. Boundaries show it
    as advice; any other ValueError is a fault of the program.
    """


class Cancelled(Exception):
    """Long work stopped because its progress callback asked it to."""
