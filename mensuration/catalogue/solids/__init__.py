"""The solids: one module declares one ``FIGURE`` (or several ``FIGURES``)."""
