"""What every process that works out has loaded from its first moment."""

import server.wsgi  # noqa: F401
