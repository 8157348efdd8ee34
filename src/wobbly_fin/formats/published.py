"""The documents that have a JSON Schema in docs/formats."""

from wobbly_fin.formats.base import Document
from wobbly_fin.formats.descent_file import DescentDocument
from wobbly_fin.formats.documents import FlightDocument, MotorDocument, PickDocument, StabilityDocument, TemplateDocument
from wobbly_fin.formats.log_file import TrackDocument
from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.formats.schedule_file import ScheduleDocument

PUBLISHED: dict[str, type[Document]] = {
    "flight": FlightDocument,
    "motor": MotorDocument,
    "pick": PickDocument,
    "stability": StabilityDocument,
    "template": TemplateDocument,
    "schedule": ScheduleDocument,
    "descent": DescentDocument,
    "track": TrackDocument,
    "rocket-file": RocketFile,
}
