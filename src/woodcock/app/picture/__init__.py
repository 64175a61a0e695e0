"""The picture: what it shows, how it is drawn, what the mouse does in it."""
