"""Signing in and out, preferences, reading a typed quantity."""

from dataclasses import asdict

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import Http404, HttpRequest, HttpResponse
from ninja import File, Router, Status
from ninja.files import UploadedFile

from wobbly_fin.accounts.actions.password import change_password
from wobbly_fin.accounts.actions.preferences import add_lines, change_preferences
from wobbly_fin.accounts.api.answers import preferences_out, session_out, traces_out
from wobbly_fin.accounts.api.schemas import (
    PasswordIn,
    PreferencesIn,
    PreferencesOut,
    ReadIn,
    ReadOut,
    SessionOut,
    SignInIn,
    TermsOut,
    TracesOut,
)
from wobbly_fin.accounts.known_device import remember_device
from wobbly_fin.accounts.people import checklist_of, person, preferences_of, units_of
from wobbly_fin.accounts.throttle import LARGEST_SIGN_IN, AddressThrottle, NameThrottle, PersonThrottle
from wobbly_fin.accounts.trace import device_words, end_visit, trace, trace_failure
from wobbly_fin.accounts.visitor import forget_signed_out, remember_signed_out, sign_visitor_in
from wobbly_fin.formats.passed_on import ChecklistFile, read_passed_on
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.glossary import TERMS, WORDS
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import show
from wobbly_fin.rocketry.units.parse import parse
from wobbly_fin.rocketry.units.quantities import QUANTITIES
from wobbly_fin.site.downloads import download
from wobbly_fin.site.errors import ErrorOut, RefusedError

router = Router(tags=["accounts"])


@router.get("/session", auth=None, response=SessionOut, operation_id="session")
def session(request: HttpRequest) -> SessionOut:
    """Who is here."""
    return session_out(request.user)


@router.get("/terms", response=TermsOut, operation_id="terms")
def terms(request: HttpRequest) -> TermsOut:
    """What each figure on the screens is, and what sentences call it."""
    return TermsOut(terms=TERMS, words=WORDS)


@router.post(
    "/session", auth=None, response={200: SessionOut, 401: ErrorOut, 422: ErrorOut, 429: ErrorOut}, operation_id="sign_in",
    throttle=[AddressThrottle("30/m"), NameThrottle("10/m")],
)  # fmt: skip
def sign_in(request: HttpRequest, body: SignInIn, response: HttpResponse) -> SessionOut:
    """Sign in."""
    if len(request.body) > LARGEST_SIGN_IN:
        raise RefusedError(422, "bad_input", "That is too long for a name and a password.", field="password")
    user = authenticate(request, username=body.username, password=body.password)
    if user is None:
        trace_failure(body.username, device_words(request))
        raise RefusedError(401, "sign_in", "That name and password do not go together.", field="password")
    login(request, user)
    forget_signed_out(response)
    remember_device(response, user, secure=request.is_secure())
    trace(user, "signed_in", by=user, detail=device_words(request), session_key=request.session.session_key or "")
    return session_out(user)


@router.post("/session/demo", auth=None, response={200: SessionOut, 404: ErrorOut}, operation_id="enter_demo")
def enter_demo(request: HttpRequest, response: HttpResponse) -> SessionOut:
    """Let the person of this machine who signed out back in; a club has no such door, nor has another machine."""
    if not sign_visitor_in(request):
        raise Http404
    forget_signed_out(response)
    return session_out(request.user)


@router.delete("/session", response={204: None}, operation_id="sign_out")
def sign_out(request: HttpRequest, response: HttpResponse) -> Status[None]:
    """Sign out."""
    logout(request)
    if settings.LOCAL_USER:
        remember_signed_out(response)
    return Status(204, None)


@router.put(
    "/session/password", response={204: None, 403: ErrorOut, 404: ErrorOut, 422: ErrorOut, 429: ErrorOut}, operation_id="change_password",
    throttle=[PersonThrottle("10/m")],
)  # fmt: skip
def put_password(request: HttpRequest, body: PasswordIn) -> Status[None]:
    """Change one's own password."""
    user = person(request)
    change_password(request, user, body.old, body.new)
    trace(user, "password", by=user)
    trace(user, "signed_in", by=user, detail=device_words(request), session_key=request.session.session_key or "")
    return Status(204, None)


@router.get("/session/traces", response=TracesOut, operation_id="traces")
def get_traces(request: HttpRequest) -> TracesOut:
    """What happened to one's own account, and which visits are open."""
    return traces_out(person(request), request.session.session_key)


@router.delete("/session/visits/{key}", response={200: TracesOut, 404: ErrorOut}, operation_id="end_visit")
def delete_visit(request: HttpRequest, key: str) -> TracesOut:
    """End one of one's own visits: whoever sits there is signed out."""
    end_visit(person(request), key)
    return traces_out(person(request), request.session.session_key)


@router.get("/preferences", response=PreferencesOut, operation_id="preferences")
def preferences(request: HttpRequest) -> PreferencesOut:
    """Units, theme and limits in force."""
    return preferences_out(preferences_of(person(request)))


@router.patch("/preferences", response={200: PreferencesOut, 422: ErrorOut}, operation_id="change_preferences")
def patch_preferences(request: HttpRequest, body: PreferencesIn) -> PreferencesOut:
    """Change what is given."""
    units = body.units.model_dump() if body.units else None
    found = change_preferences(
        person(request),
        units=units,
        theme=body.theme,
        limits=body.limits,
        workshop=body.workshop,
        flyer=body.flyer.model_dump() if body.flyer else None,
        practice=body.practice,
        checklist=[line.model_dump() for line in body.checklist] if body.checklist is not None else None,
    )
    return preferences_out(found)


@router.get("/preferences/checklist.json", operation_id="checklist_file")
def get_checklist_file(request: HttpRequest) -> HttpResponse:
    """One's own lines of checklists as a file to pass on."""
    lines = [asdict(line) for line in checklist_of(preferences_of(person(request)))]
    return download(ChecklistFile(lines=lines).model_dump_json(indent=1), "checklist.json", "application/json")


@router.post(
    "/preferences/checklist/import", response={200: dict[str, list[str]], 422: ErrorOut}, operation_id="import_checklist"
)
def import_checklist(request: HttpRequest, file: File[UploadedFile]) -> dict[str, list[str]]:
    """Add somebody else's lines to one's own."""
    found = read_passed_on(file.read(), ChecklistFile, say("passed-checklist"))
    return add_lines(person(request), [x.model_dump() for x in found.lines])


@router.post("/units/read", response={200: ReadOut, 422: ErrorOut}, operation_id="read_quantity")
def read_quantity(request: HttpRequest, body: ReadIn) -> ReadOut:
    """Read a quantity as typed."""
    if body.quantity not in QUANTITIES:
        raise RocketryError("quantity", f"{body.quantity!r} is no quantity; one of {', '.join(QUANTITIES)}")
    units = units_of(preferences_of(person(request)))
    typed = parse(body.text, body.quantity, units, name="text")
    return ReadOut(si=typed.si, said=show(typed.si, body.quantity, units), assumed=typed.assumed)
