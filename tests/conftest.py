"""What every test shares: nothing outside this machine, a kernel cache of the project's own."""

import os

# Playwright runs its own event loop in the test's thread; the ORM calls beside it are ours and harmless.
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")
