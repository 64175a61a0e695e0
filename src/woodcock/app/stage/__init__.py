"""The Stage step."""
