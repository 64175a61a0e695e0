"""The one exception whose message is written for the person at the screen."""


class WoodcockError(Exception):
    """Something a person can act on.

    The message is one or two whole sentences: what happened, what was kept, what to do.
    Every boundary (window, command line) shows it as it stands, without a traceback.
    """


class Cancelled(Exception):
    """Long work stopped because its progress callback asked it to."""
