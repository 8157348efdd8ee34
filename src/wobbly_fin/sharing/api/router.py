"""Links, what they lead to, and the range officers' view of a day."""

import datetime
import uuid

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router, Status
from ninja.throttling import AnonRateThrottle

from wobbly_fin.accounts.people import is_officer, person
from wobbly_fin.accounts.trace import trace
from wobbly_fin.launchdays.models import LaunchDay
from wobbly_fin.launchdays.papers import day_papers
from wobbly_fin.launchdays.plan import plan_of
from wobbly_fin.sharing.api.answers import manifest_out, share_out, shared_out
from wobbly_fin.sharing.api.schemas import RangeOut, SharedOut, ShareIn, ShareOut
from wobbly_fin.sharing.manifest import manifests_on
from wobbly_fin.sharing.share import followed, live_shares, share, take_back
from wobbly_fin.site.downloads import download
from wobbly_fin.site.errors import ErrorOut, RefusedError

router = Router(tags=["sharing"])
_BAD = {404: ErrorOut, 409: ErrorOut, 422: ErrorOut}


@router.get("/shares", response=list[ShareOut], operation_id="shares")
def shares(request: HttpRequest) -> list[ShareOut]:
    """The person's links."""
    return [share_out(row) for row in live_shares(person(request))]


@router.put("/shares/{uuid:key}", response={200: ShareOut, **_BAD}, operation_id="share")
def put_share(request: HttpRequest, key: uuid.UUID, body: ShareIn) -> ShareOut:
    """Make a link to a rocket or a day, to read only."""
    user = person(request)
    made = share_out(share(user, key, rocket_id=body.rocket_id, day_id=body.day_id, days=body.days))
    trace(user, "shared", by=user, detail=made.what, once_s=60)
    return made


@router.delete("/shares/{uuid:key}", response={204: None, 404: ErrorOut}, operation_id="take_share_back")
def delete_share(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Take a link back."""
    user = person(request)
    take_back(user, key)
    trace(user, "share_ended", by=user)
    return Status(204, None)


@router.get(
    "/shared/{token}", auth=None, response={200: SharedOut, 404: ErrorOut, 422: ErrorOut, 429: ErrorOut}, operation_id="shared",
    throttle=[AnonRateThrottle("60/m")],
)  # fmt: skip
def get_shared(request: HttpRequest, token: str, response: HttpResponse) -> SharedOut:
    """What a link leads to, to whoever has it; no name one signs in with, and nothing for a shared machine to keep."""
    response["Cache-Control"] = "private, no-store"
    return shared_out(followed(token))


@router.get("/range", response={200: RangeOut, 403: ErrorOut, 422: ErrorOut}, operation_id="range")
def get_range(request: HttpRequest, day: datetime.date) -> RangeOut:
    """Everybody's manifest of a date; for range officers."""
    _officers_only(request)
    found = manifests_on(day)
    for manifest in found:
        if manifest.plan.day.owner_id != person(request).pk:
            trace(manifest.plan.day.owner, "range_looked", by=person(request), detail=day.isoformat(), once_s=3600)
    return RangeOut(day=day, manifests=[manifest_out(m, at_field=True) for m in found])


@router.get("/range/{uuid:key}/papers.pdf", response={403: ErrorOut, 404: ErrorOut}, operation_id="range_papers")
def get_papers(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """A flyer's day sheet and flight cards; for range officers."""
    _officers_only(request)
    row = (
        LaunchDay.objects.select_related("owner", "field").filter(pk=key, deleted_at__isnull=True, owner__is_active=True).first()
    )
    if row is None:
        raise Http404
    plan = plan_of(row.owner, row, changes=False)
    return download(day_papers(plan, request.build_absolute_uri("/")), f"{row.owner.username}-{row.name}.pdf", "application/pdf")


def _officers_only(request: HttpRequest) -> None:
    if not is_officer(person(request)):
        raise RefusedError(403, "officers_only", "That is for the club’s range officers; ask whoever runs this server.")
