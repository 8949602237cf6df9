"""The front door: requests are taken in whole, heavy ones are worked out in processes of their own, and nobody waits for another's."""
