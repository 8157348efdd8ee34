"""Settings of a club: everything over TLS, nothing readable on the way. `manage.py club` takes them by itself."""

from wobbly_fin.site.settings import *  # noqa: F403

DEBUG = False
SESSION_COOKIE_SECURE = True
CSRF_COOKIE_SECURE = True
SECURE_SSL_REDIRECT = True
SECURE_HSTS_SECONDS = 60 * 60 * 24 * 30
SECURE_HSTS_INCLUDE_SUBDOMAINS = True
SECURE_REFERRER_POLICY = "same-origin"
# Preloading is a promise to browsers' makers that a club with a certificate of its own cannot give.
SILENCED_SYSTEM_CHECKS = ["security.W021"]
