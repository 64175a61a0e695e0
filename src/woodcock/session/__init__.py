"""The open project: acts, undo, background jobs. No Qt."""

from woodcock.session.document import Document
from woodcock.session.jobs import Job, Jobs
from woodcock.session.studio import Studio

__all__ = ["Document", "Job", "Jobs", "Studio"]
