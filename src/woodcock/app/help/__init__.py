"""What helps in the window: the guide, what is new, the tour, what a control is."""
