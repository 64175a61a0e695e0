"""Files in and out: pictures, video, the project file."""

from woodcock.media.picture import load_picture, save_png
from woodcock.media.project_file import load_project, save_project
from woodcock.media.video import export_video

__all__ = ["export_video", "load_picture", "load_project", "save_png", "save_project"]
