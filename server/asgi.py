"""The ASGI application that is served."""

from server.front.app import FrontDoor

application = FrontDoor()
