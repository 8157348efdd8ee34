"""Everything a person has, as one zip: rows as versioned JSON, files beside them. Restored it is the same to the last byte."""

import io
import json
import re
import uuid
import zipfile
from collections.abc import Iterable
from typing import Any, Literal

from django.contrib.auth.models import User
from django.core import serializers
from django.core.exceptions import ValidationError
from django.core.files.base import ContentFile
from django.db import models, transaction

from wobbly_fin.accounts.models import Preferences
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.formats.unpacked import true_size
from wobbly_fin.hangar.models import Rocket, RocketRevision, Snapshot
from wobbly_fin.hangar.snapshots import content_hash
from wobbly_fin.launchdays.models import DayEvent, LaunchDay, ManifestLine
from wobbly_fin.logbook.log_files import packed, unpacked
from wobbly_fin.logbook.models import Flight, FlightLogFile, FlightPhoto, Review, Teardown
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.zips import damage_told
from wobbly_fin.stores.models import FlyingField, MotorCard, MotorStock, OwnGlue, OwnMotor, OwnPart, PutIn, RawStock
from wobbly_fin.workshop.models import Build, BuildEvent, BuildPhoto, FreeTime

FORMAT, VERSION = "wobbly-fin-archive", 1
LARGEST_BYTES, MOST_FILES = 400_000_000, 20_000
_DOCUMENT = "archive.json"
_EPOCH = (1980, 1, 1, 0, 0, 0)  # of every member: the same rows make the same bytes

# What is kept, in the order in which it can be put back, and how a row's owner is found.
_ROWS: tuple[tuple[type[models.Model], str], ...] = (
    (Preferences, "user"), (FreeTime, "user"), (OwnMotor, "owner"), (MotorCard, "owner"), (PutIn, "owner"), (FlyingField, "owner"),
    (MotorStock, "owner"), (OwnPart, "owner"),
    (OwnGlue, "owner"), (RawStock, "owner"), (Rocket, "owner"), (RocketRevision, "rocket__owner"), (Build, "owner"),
    (BuildEvent, "build__owner"), (BuildPhoto, "build__owner"), (LaunchDay, "owner"), (ManifestLine, "day__owner"), (DayEvent, "day__owner"),
    (Snapshot, ""), (Flight, "owner"), (FlightLogFile, "flight__owner"), (FlightPhoto, "flight__owner"), (Review, "flight__owner"),
    (Teardown, "rocket__owner"),
)  # fmt: skip
_KEY = re.compile(r"[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}")
_BY_LABEL = {model._meta.label_lower: (model, path) for model, path in _ROWS}
# Numbered by this database: a key of its own is given on the way in.
_RENUMBERED = {Preferences, FreeTime, RocketRevision}


def write_archive(user: User) -> bytes:
    """Everything, as a zip."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=6) as packed_up:
        rows: list[dict[str, Any]] = []
        for model, path in _ROWS:
            found = _of(user, model, path)
            for row in found:
                told = serializers.serialize("python", [row])[0]
                fields = told["fields"]
                for name in ("owner", "user"):
                    fields.pop(name, None)
                if isinstance(row, FlightLogFile):
                    fields.pop("data")
                    _member(packed_up, f"logs/{row.pk}", unpacked(row))
                if isinstance(row, BuildPhoto | FlightPhoto):
                    if not row.file.storage.exists(row.file.name or ""):
                        continue  # its picture is gone from the disk: the rest must still be had
                    with row.file.open("rb") as file:
                        _member(packed_up, f"photos/{row.pk}.jpg", file.read())
                    fields["file"] = f"{row.pk}.jpg"
                rows.append({"model": told["model"], "pk": None if model in _RENUMBERED else str(told["pk"]), "fields": fields})
        document = {"format": FORMAT, "version": VERSION, "rows": rows}
        text = json.dumps(document, ensure_ascii=False, sort_keys=True, indent=1, default=_told, allow_nan=False)
        _member(packed_up, _DOCUMENT, text.encode())
    return out.getvalue()


Differing = Literal["ours", "archive"]


def restore_archive(user: User, data: bytes, *, differing: Differing = "ours") -> dict[str, int]:
    """Put an archive's rows into somebody's hangar, whoever saved it and whatever is there.

    What is there already is not put in twice. Where another account of this server has the very rows, they come in under keys of
    their own, the same each time.

    Parameters
    ----------
    differing : str
        What stays of a row that is here and in the archive, and differs: ours, or the archive's.

    Returns
    -------
    dict
        How many of each kind were put in; ``same``, ``kept`` and ``replaced`` count those that were here.

    Raises
    ------
    RocketryError
        With ``file`` where it is no archive of this kind, or was tampered with.
    """
    with _opened(data) as packed_up:
        rows = _document(packed_up)["rows"]
        was = _under_own_keys(user, rows)
        with transaction.atomic():
            # What is only ever there once belongs to a hangar that is empty, or is asked for.
            anew = differing == "archive" or not (
                Rocket.objects.filter(owner=user).exists() or Flight.objects.filter(owner=user).exists()
            )
            if anew:
                Preferences.objects.filter(user=user).delete()
                FreeTime.objects.filter(user=user).delete()
            return _put_back(user, packed_up, rows, was, anew, differing)


def _under_own_keys(user: User, rows: list[Any]) -> dict[str, str]:
    """Where another's rows are met, give all of an archive's keys of this person's own, in place; what each was before, by the new one."""
    keyed = [r for r in rows if isinstance(r, dict) and r.get("model") in _BY_LABEL and isinstance(r.get("pk"), str)]
    if not any(
        _is_another_s(user, *_BY_LABEL[model], [r["pk"] for r in keyed if r["model"] == model])
        for model in {r["model"] for r in keyed}
    ):
        return {}
    new = {r["pk"]: str(uuid.uuid5(uuid.UUID(int=user.pk), r["pk"])) for r in keyed if r["model"] != Snapshot._meta.label_lower}

    def renamed(value: Any) -> Any:
        if isinstance(value, str):
            return _KEY.sub(lambda m: new.get(m[0], m[0]), value)
        if isinstance(value, list):
            return [renamed(v) for v in value]
        return {renamed(k): renamed(v) for k, v in value.items()} if isinstance(value, dict) else value

    for row in keyed:
        if row["model"] != Snapshot._meta.label_lower:  # frozen under the hash of what it says
            row["pk"] = new[row["pk"]]
    for row in rows:
        if isinstance(row, dict) and row.get("model") != Snapshot._meta.label_lower:
            row["fields"] = renamed(row.get("fields"))
    return {now: before for before, now in new.items()}


def _is_another_s(user: User, model: type[models.Model], path: str, keys: list[str]) -> bool:
    if not path or model in _RENUMBERED:
        return False
    try:
        return bool(model._base_manager.filter(pk__in=keys).exclude(**{path: user}).exists())
    except (ValidationError, ValueError, TypeError):
        raise RocketryError("file", f"has a {model._meta.verbose_name} whose key is none") from None


def _of(user: User, model: type[models.Model], path: str) -> Iterable[Any]:
    if model is Snapshot:
        flights = Flight.objects.filter(owner=user)
        hashes = {h for name in ("rocket", "motor", "site", "rules") for h in flights.values_list(f"{name}_snapshot", flat=True)}
        return Snapshot.objects.filter(pk__in=hashes).order_by("pk")
    order = ("rocket", "number") if model is RocketRevision else ("pk",)
    return model._base_manager.filter(**{path: user}).order_by(*order)


def _member(packed_up: zipfile.ZipFile, name: str, data: bytes) -> None:
    info = zipfile.ZipInfo(name, _EPOCH)
    info.compress_type, info.external_attr = zipfile.ZIP_DEFLATED, 0o600 << 16
    packed_up.writestr(info, data)


def _told(value: Any) -> Any:
    return value.isoformat() if hasattr(value, "isoformat") else str(value)


def _opened(data: bytes) -> zipfile.ZipFile:
    with damage_told("is no zip; choose the archive that was saved here"):
        packed_up = zipfile.ZipFile(io.BytesIO(data))
    members = packed_up.infolist()
    with damage_told("is damaged: it cannot be unpacked"):
        size = max(true_size(packed_up, LARGEST_BYTES), sum(m.file_size for m in members)) if len(members) <= MOST_FILES else 0
    if len(members) > MOST_FILES or size > LARGEST_BYTES:
        raise RocketryError(
            "file",
            f"unpacks to more than {LARGEST_BYTES // 1_000_000} MB or {MOST_FILES} files; that is no archive of one person",
        )
    return packed_up


def _read(packed_up: zipfile.ZipFile, name: str) -> bytes:
    try:
        packed_up.getinfo(name)
    except KeyError:
        raise RocketryError("file", f"lacks {name[:60]}, which its rows speak of") from None
    with damage_told(f"is damaged at {name[:60]}"):
        return packed_up.read(name)


def _document(packed_up: zipfile.ZipFile) -> dict[str, Any]:
    try:
        document = json.loads(_read(packed_up, _DOCUMENT))
    except (ValueError, RecursionError):
        raise RocketryError("file", f"holds no readable {_DOCUMENT}") from None
    if not isinstance(document, dict) or document.get("format") != FORMAT or not isinstance(document.get("rows"), list):
        raise RocketryError("file", f"is no {FORMAT}")
    if document.get("version") != VERSION:
        raise RocketryError("file", f"is of version {str(document.get('version'))[:10]}; this reads version {VERSION}")
    return document


def _put_back(
    user: User, packed_up: zipfile.ZipFile, rows: list[Any], was: dict[str, str], anew: bool, differing: Differing
) -> dict[str, int]:
    counts: dict[str, int] = {}
    inside: set[tuple[type[models.Model], str]] = set()
    for number, told in enumerate(rows):
        if not isinstance(told, dict) or told.get("model") not in _BY_LABEL or not isinstance(told.get("fields"), dict):
            raise RocketryError("file", f"has a row that is none of ours: row {number + 1}")
        model = _BY_LABEL[told["model"]][0]
        try:
            became = _put_row(user, packed_up, model, told, inside, was, anew, differing)
        except (ValidationError, serializers.base.DeserializationError, ValueError, TypeError, AttributeError) as error:
            if isinstance(error, RocketryError):
                raise
            raise RocketryError("file", f"has a row that cannot be: row {number + 1}, {told['model']}") from error
        counts[became] = counts.get(became, 0) + 1
    return counts


def _put_row(
    user: User, packed_up: zipfile.ZipFile, model: type[models.Model], told: dict[str, Any], inside: set[Any], was: dict[str, str],
    anew: bool, differing: Differing,
) -> str:  # fmt: skip
    """Put one row in; what became of it: its model's name, or same, kept, replaced."""
    key = was.get(told["pk"] or "", told["pk"])  # as its files are named
    fields = dict(told["fields"])
    names = {f.name for f in model._meta.fields}
    for owner in ("owner", "user"):
        if owner in names:
            fields[owner] = user.pk
    if model is Preferences:
        fields.setdefault("practice", True)  # archives from before it could be said: invented motors stood on every shelf
    photo = None
    if model is FlightLogFile:
        fields["data"] = None
    if model in (BuildPhoto, FlightPhoto):
        photo = _read(packed_up, f"photos/{key}.jpg")
        _must_be_jpeg(photo)
        fields["file"] = ""
    if set(fields) - names:
        raise RocketryError("file", f"has an unknown field: {sorted(set(fields) - names)[0][:40]}")
    # Every row it hangs on must have come with it: an archive does not reach into what others have.
    for field in model._meta.fields:
        target = field.related_model
        hangs = (
            isinstance(field, models.ForeignKey) and field.name not in ("owner", "user") and fields.get(field.name) is not None
        )
        if hangs and (target, str(fields[field.name])) not in inside:
            raise RocketryError("file", f"has a {model._meta.verbose_name} that hangs on a row it does not hold")
    made = next(serializers.deserialize("python", [{"model": told["model"], "pk": told["pk"], "fields": fields}])).object
    if isinstance(made, Snapshot):
        if content_hash(made.kind, made.content) != made.hash:
            raise RocketryError("file", "was changed since it was saved: a frozen document does not fit its hash")
        inside.add((model, str(made.pk)))
        Snapshot.objects.get_or_create(
            hash=made.hash, defaults={"kind": made.kind, "content": made.content, "made_at": made.made_at}
        )
        return str(told["model"])
    if isinstance(made, Rocket):
        read_rocket_file(made.document)
    if isinstance(made, FlightLogFile):
        made.data = packed(_read(packed_up, f"logs/{key}"))
    here = _here(user, model, made, anew)
    if here is not None:
        inside.add((model, str(made.pk)))
        if photo is not None or isinstance(made, FlightLogFile) or _as_told(here) == _as_told(made):
            return "same"
        if differing == "ours":
            return "kept"
    # What may stand empty here is left alone: Django calls an empty list "blank".
    empty = [f.name for f in model._meta.fields if f.is_relation or f.name in ("file", "data") or not getattr(made, f.attname)]
    made.clean_fields(exclude=empty)
    if photo is not None:
        made.file.save(  # type: ignore[attr-defined]
            f"{made.pk}.jpg", ContentFile(photo), save=False
        )
    if here is not None:
        made.pk = here.pk
    made.save_base(raw=True, force_insert=here is None)
    inside.add((model, str(made.pk)))
    return str(told["model"]) if here is None else "replaced"


def _here(user: User, model: type[models.Model], made: models.Model, anew: bool) -> Any:
    """The person's own row that a row of an archive is; None: there is none."""
    if model is RocketRevision:
        return RocketRevision.objects.filter(rocket_id=made.rocket_id, number=made.number).first()  # type: ignore[attr-defined]
    if model is Preferences:
        return None if anew else Preferences.objects.filter(user=user).first()
    if model is FreeTime:
        return None if anew else FreeTime.objects.filter(user=user).first()
    return model._base_manager.filter(pk=made.pk, **{_BY_LABEL[model._meta.label_lower][1]: user}).first()


def _as_told(row: Any) -> str:
    """What an archive says of a row, but the moments the database itself writes down."""
    fields = serializers.serialize("python", [row])[0]["fields"]
    return json.dumps(
        {k: v for k, v in fields.items() if k not in ("updated_at", "created_at", "owner", "user")}, sort_keys=True, default=_told
    )


def _must_be_jpeg(data: bytes) -> None:
    from PIL import Image

    try:
        with Image.open(io.BytesIO(data)) as picture:
            if picture.format != "JPEG":
                raise RocketryError("file", "holds a photo that is no JPEG")
            picture.verify()
    except RocketryError:
        raise
    except Exception:
        raise RocketryError("file", "holds a photo that is damaged") from None
