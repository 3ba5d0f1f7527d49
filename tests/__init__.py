"""All tests. A machine may be busy: nothing here is held to a time."""

from hypothesis import settings

settings.register_profile("unhurried", deadline=None)
settings.load_profile("unhurried")
