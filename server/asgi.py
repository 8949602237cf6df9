"""The ASGI application that is served."""

import server.wsgi  # noqa: F401  sets up Django, and with it the log
from server.front.app import FrontDoor

application = FrontDoor()
