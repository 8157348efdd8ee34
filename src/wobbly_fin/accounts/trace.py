"""Who did what to an account: signed in, failed to, shared, took everything out; and visits that can be ended."""

import datetime
import hashlib

from django.contrib.auth.models import User
from django.contrib.sessions.models import Session
from django.core.cache import cache
from django.http import Http404, HttpRequest
from django.utils import timezone

from wobbly_fin.accounts.models import Trace

KINDS = (
    "signed_in",
    "sign_in_failed",
    "password",
    "visit_ended",
    "shared",
    "share_ended",
    "archive_out",
    "archive_in",
    "range_looked",
)
# A year and a month (our own figure).
KEPT = datetime.timedelta(days=400)
MOST = 100


def trace(whose: User, what: str, *, by: User | None = None, detail: str = "", session_key: str = "", once_s: int = 0) -> None:
    """Add a line to somebody's; with `once_s` the same is added once in so many seconds."""
    key = f"trace:{whose.pk}:{what}:{by.pk if by else 0}:{hashlib.sha256(detail.encode()).hexdigest()[:16]}"
    if once_s and not cache.add(key, 1, once_s):
        return
    Trace.objects.filter(whose=whose, at__lt=timezone.now() - KEPT).delete()
    Trace.objects.create(whose=whose, what=what, by=by.username if by else "", detail=detail[:120], session_key=session_key)


def trace_failure(name: str, device: str) -> None:
    """Somebody tried to come in under a name and could not; of a name nobody has nothing is kept."""
    user = User.objects.filter(username=name).first()
    if user is not None:
        trace(user, "sign_in_failed", detail=device, once_s=60)


def device_words(request: HttpRequest) -> str:
    """What asks, as far as a person can tell: the kind of browser and of machine."""
    agent = request.headers.get("User-Agent", "")
    browser = next((b for b in ("Firefox", "Edg", "Chrome", "Safari") if b in agent), "")
    machine = next((m for m in ("Android", "iPhone", "iPad", "Windows", "Macintosh", "Linux") if m in agent), "")
    names = {"Edg": "Edge", "Macintosh": "Mac"}
    return ", ".join(names.get(w, w) for w in (browser, machine) if w)


def visits_of(user: User) -> list[Trace]:
    """Visits that are still open, the latest first."""
    begun = list(Trace.objects.filter(whose=user, what="signed_in").exclude(session_key="")[:MOST])
    there = set(
        Session.objects.filter(session_key__in=[t.session_key for t in begun], expire_date__gt=timezone.now()).values_list(
            "pk", flat=True
        )
    )
    return [t for t in begun if t.session_key in there]


def end_visit(user: User, key: str) -> None:
    """End one of a person's own visits; raises Http404 for another's, or one that is over."""
    found = next((t for t in visits_of(user) if str(t.pk) == key), None)
    if found is None:
        raise Http404
    Session.objects.filter(pk=found.session_key).delete()
    trace(user, "visit_ended", by=user, detail=found.detail)
