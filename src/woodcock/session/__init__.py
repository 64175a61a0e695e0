"""The open project: acts, undo, background jobs. No Qt."""

from woodcock.session.document import Document
from woodcock.session.jobs import Job, Jobs

__all__ = ["Document", "Job", "Jobs"]
