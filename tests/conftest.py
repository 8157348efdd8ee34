"""What every test shares: nothing outside this machine, a kernel cache of the project's own, solvers with patience."""

import os

import pytest
from hypothesis import HealthCheck, settings

from wobbly_fin.rocketry.building import cutting, schedule

# A loaded machine may take its time; what is found must be the same.
settings.register_profile("patient", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("patient")
schedule.PATIENCE_S = cutting._PATIENCE_S = 20.0
# Playwright runs its own event loop in the test's thread; the ORM calls beside it are ours and harmless.
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")


def pytest_configure() -> None:
    """What is made slow on purpose is asserted, and not waited for: hashing, a fifth of a second for each person made, and the disk, at
    each write. Servers that tests start and kill are processes of their own and wait for it."""
    from django.conf import settings as site

    site.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    options = site.DATABASES["default"]["OPTIONS"]
    options["init_command"] = options["init_command"].replace("synchronous=FULL", "synchronous=OFF")


@pytest.fixture(autouse=True)
def _unthrottled() -> None:
    """Nobody's tries to sign in count in the next test: they are kept in files, which outlive a run."""
    from django.core.cache import cache

    cache.clear()
