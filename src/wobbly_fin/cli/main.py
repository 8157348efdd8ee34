"""`wobbly`: JSON in, JSON out, without a database; and what serves and looks after an installation. A thin edge over both."""

import argparse
import json
import sys
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar

from wobbly_fin import __version__
from wobbly_fin.rocketry.errors import RocketryError

Answer = Any
Kind = TypeVar("Kind")
BAD_INPUT = 2
_LARGEST_DOCUMENT = 20_000_000


def main(arguments: list[str] | None = None) -> int:
    """Entry point; returns the exit status."""
    arguments = sys.argv[1:] if arguments is None else arguments
    if arguments and arguments[0] in _SERVING:
        from wobbly_fin.site.manage import manage

        manage([_SERVING[arguments[0]][0], *arguments[1:]])
        return 0
    parser = argparse.ArgumentParser(
        prog="wobbly",
        description="Plans, picks and flies model rockets: JSON in, JSON out.",
        formatter_class=argparse.RawDescriptionHelpFormatter,
        epilog="and, each with --help of its own:\n" + "".join(f"    {name:12}{says}\n" for name, (_, says) in _SERVING.items()),
    )
    parser.add_argument("--version", action="version", version=f"wobbly {__version__}")
    commands = parser.add_subparsers(dest="command", required=True, metavar="COMMAND")
    for name, (run, argument, says) in _COMMANDS.items():
        command = commands.add_parser(name, help=says)
        command.add_argument(argument, help="a path, or - for standard input" if argument == "FILE" else None)
        if run is _readlog:
            command.add_argument("--flight", metavar="FLIGHT.json", help="what flew: a flight document, as for fly")
    chosen = vars(parser.parse_args(arguments))
    run, argument, _ = _COMMANDS[chosen["command"]]
    try:
        answer = run(chosen[argument], chosen["flight"]) if chosen.get("flight") else run(chosen[argument])  # type: ignore[call-arg]
    except ValueError as error:
        # Not before they are needed: they take longer to load than a label to read.
        from pydantic import ValidationError

        from wobbly_fin.formats.errors import refusals

        if not isinstance(error, RocketryError | ValidationError):
            raise
        name, message = refusals(error)[0]
        line = f"{name}: {message}".replace("\n", " ")
        print(line, file=sys.stderr)
        return BAD_INPUT
    print(json.dumps(answer, ensure_ascii=False, allow_nan=False))
    return 0


def _decode(label: str) -> Answer:
    from wobbly_fin.formats.label_answer import label_answer
    from wobbly_fin.rocketry.motors.labels import decode

    return label_answer(decode(label))


def _fly(path: str) -> Answer:
    from wobbly_fin.formats.answers import flight_answer
    from wobbly_fin.formats.base import within
    from wobbly_fin.formats.documents import FlightDocument
    from wobbly_fin.rocketry.flight.flight import fly

    document = FlightDocument.model_validate(_read(path))
    motor, delay_s = document.motor_and_delay()
    return flight_answer(fly(document.to_rocket(), motor, delay_s, within("site", document.site.to_site)))


def _scatter(path: str) -> Answer:
    from wobbly_fin.formats.answers import scatter_answer
    from wobbly_fin.formats.base import within
    from wobbly_fin.formats.documents import ScatterDocument
    from wobbly_fin.rocketry.choosing.rules import Rules
    from wobbly_fin.rocketry.flight.scatter import scatter

    document = ScatterDocument.model_validate(_read(path))
    question, ground = document.to_question(), within("site", document.site.to_field)
    limit = document.ejection_speed_max_m_s or Rules().ejection_speed_max_m_s
    return scatter_answer(question, scatter(question), ground, limit)


def _pick(path: str) -> Answer:
    from wobbly_fin.formats.answers import candidate_answer
    from wobbly_fin.formats.pick_file import PickDocument
    from wobbly_fin.rocketry.choosing.pick import pick

    document = PickDocument.model_validate(_read(path))
    found = pick(document.to_configuration(), document.to_situation(), document.to_motors(), document.to_rules(), shares="all")
    return {"practice": document.motors is None, "candidates": [candidate_answer(c) for c in found]}


def _judge(path: str) -> Answer:
    from wobbly_fin.formats.judge_file import JudgeDocument

    return JudgeDocument.model_validate(_read(path)).answer()


def _learn(path: str) -> Any:
    from wobbly_fin.formats.learn_file import answer_of

    return answer_of(_read(path))


def _plan(path: str) -> Answer:
    from wobbly_fin.formats.plan_file import PlanDocument

    return PlanDocument.model_validate(_read(path)).answer()


def _stability(path: str) -> Answer:
    from wobbly_fin.formats.answers import stability_answer
    from wobbly_fin.formats.base import within
    from wobbly_fin.formats.documents import StabilityDocument
    from wobbly_fin.rocketry.airframe.balance import balance
    from wobbly_fin.rocketry.airframe.barrowman import require_mach

    document = StabilityDocument.model_validate(_read(path))
    airframe, motor = within("rocket", document.rocket.to_airframe), document.to_motor()
    require_mach(document.mach)
    mach = document.mach if document.model.mach_correction else 0.0
    return stability_answer(within("rocket", balance, airframe, [motor], mach))


def _drag(path: str) -> Answer:
    from wobbly_fin.formats.drag_file import DragDocument

    return DragDocument.model_validate(_read(path)).answer()


def _propose(path: str) -> Answer:
    from wobbly_fin.formats.propose_file import ProposeDocument

    return ProposeDocument.model_validate(_read(path)).answer()


def _schedule(path: str) -> Answer:
    from wobbly_fin.formats.schedule_file import ScheduleDocument

    return ScheduleDocument.model_validate(_read(path)).answer()


def _descend(path: str) -> Answer:
    from wobbly_fin.formats.descent_file import DescentDocument

    return DescentDocument.model_validate(_read(path)).answer()


def _readlog(path: str, flight: str | None = None) -> Answer:
    from wobbly_fin.formats.log_file import expected_from, log_answer
    from wobbly_fin.rocketry.altimetry.reading import read_flight_log
    from wobbly_fin.rocketry.altimetry.table import MOST_BYTES

    try:
        if path == "-":
            data = sys.stdin.buffer.read(MOST_BYTES + 1)
        else:
            with Path(path).open("rb") as file:
                data = file.read(MOST_BYTES + 1)
    except OSError as error:
        raise RocketryError("file", f"cannot read {path}: {error.strerror}") from error
    return log_answer(read_flight_log(data, expected=expected_from(_read(flight)) if flight is not None else None))


def _track(path: str) -> Answer:
    from wobbly_fin.formats.track_file import TrackDocument

    return TrackDocument.model_validate(_read(path)).answer()


def _template(path: str) -> Answer:
    from wobbly_fin.formats.base import within
    from wobbly_fin.formats.documents import TemplateDocument
    from wobbly_fin.formats.drawings import file_answer, template_answer
    from wobbly_fin.rocketry.airframe.layout import lay_out
    from wobbly_fin.rocketry.templates.shapes import find_template, templates_of

    document = TemplateDocument.model_validate(_read(path))
    airframe = within("rocket", document.rocket.to_airframe)
    layout = within("rocket", lay_out, airframe)
    wanted = [find_template(layout, document.template)] if document.template else list(templates_of(layout))
    answer: Answer = {"templates": [template_answer(t) for t in wanted]}
    if document.format:
        answer["file"] = file_answer(wanted, document.format, document.paper, "")
    return answer


def _read(path: str) -> Any:
    """The JSON document at a path, or on standard input."""
    try:
        if path != "-" and Path(path).stat().st_size > _LARGEST_DOCUMENT:
            raise RocketryError("document", f"is larger than {_LARGEST_DOCUMENT // 1_000_000} MB")
        text = sys.stdin.read() if path == "-" else Path(path).read_text(encoding="utf-8")
    except OSError as error:
        raise RocketryError("document", f"cannot read {path}: {error.strerror}") from error
    except UnicodeDecodeError as error:
        raise RocketryError("document", f"{path} is not UTF-8 text") from error
    try:
        return json.loads(text)
    except (ValueError, RecursionError) as error:
        raise RocketryError("document", f"is not valid JSON ({error})") from error


def _backup(path: str) -> Answer:
    from wobbly_fin.site.backups import write_backup
    from wobbly_fin.site.settings import VAR

    return _backed_up(write_backup(VAR, Path(path)))


def _restore(path: str) -> Answer:
    from wobbly_fin.site.backups import restore_backup
    from wobbly_fin.site.settings import VAR
    from wobbly_fin.site.sound import our_migrations

    known, ours = our_migrations()
    found, aside = restore_backup(Path(path), VAR, known, set(ours))
    return _backed_up(found) | {"into": str(VAR), "moved_aside": str(aside) if aside else None}


def _backed_up(found: Any) -> Answer:
    """Counts of the tables people know of."""
    told = {"rockets": "hangar_rocket", "flights": "logbook_flight", "days": "launchdays_launchday", "people": "auth_user"}
    return {
        "file": str(found.path), "made_at": found.made_at.isoformat(), "size_bytes": found.size_bytes, "photos": found.photos,
        **{name: found.rows.get(table, 0) for name, table in told.items()}, "rows": sum(found.rows.values()),
    }  # fmt: skip


_COMMANDS: dict[str, tuple[Callable[[str], Answer], str, str]] = {
    "decode": (_decode, "LABEL", "what a motor label says"),
    "fly": (_fly, "FILE", "fly one rocket with one motor"),
    "scatter": (_scatter, "FILE", "where it may land: the same flight many times over"),
    "learn": (_learn, "FILE", "what flights teach of a rocket and its builder, and how high the next one goes"),
    "plan": (_plan, "FILE", "how a rocket is built, step by step, and what keeps it from being built"),
    "stability": (_stability, "FILE", "where the air pushes and where it balances"),
    "drag": (_drag, "FILE", "how the air brakes it and where it pushes, over Mach"),
    "schedule": (_schedule, "FILE", "when to do what, with one pair of hands and glue that cures"),
    "descend": (_descend, "FILE", "how fast it comes down, or how large a canopy it needs"),
    "readlog": (_readlog, "FILE", "what an altimeter's log says of a flight"),
    "track": (_track, "FILE", "how high, from angles"),
    "template": (_template, "FILE", "full-size templates of an airframe's parts"),
    "backup": (_backup, "FILE", "everything of this installation into one file, checked; a server may go on serving"),
    "restore": (_restore, "FILE", "a backup in the place of what is here, which is moved aside; the server must be stopped"),
    "judge": (_judge, "FILE", "may this rocket, loaded so, fly here: every test, what opens it, and the nearest change"),
    "propose": (_propose, "FILE", "whole rockets that do what is wanted, sized, flown and judged"),
    "pick": (_pick, "FILE", "which motor and which delay, and why not the others"),
}

# Django's own names for them, and what they do.
_SERVING = {
    "serve": ("run", "your own hangar, to no one but you"),
    "demo": ("demo", "the demo's hangar: look around, change things, start over with --reset"),
    "link": ("link", "a fresh one-time link into your own hangar, while it is served"),
    "club": ("club", "a club over TLS, with a certificate its phones trust"),
    "user": ("flyer", "let somebody into the club, set their password anew, make them a range officer"),
}

if __name__ == "__main__":
    sys.exit(main())
