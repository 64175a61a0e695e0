"""Small controls, and the rows and panels made of them."""
