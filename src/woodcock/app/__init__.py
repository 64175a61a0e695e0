"""The window: PySide6 and nothing that computes."""
