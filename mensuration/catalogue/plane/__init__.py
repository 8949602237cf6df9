"""The plane figures: one module declares one ``FIGURE``."""
