"""The Rebuild step."""
