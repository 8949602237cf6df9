"""Small simulated stand-ins for devices, so that whole paths can be tried with nothing outside."""
