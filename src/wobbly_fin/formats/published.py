"""The documents that have a JSON Schema in docs/formats."""

from wobbly_fin.formats.documents import Document, FlightDocument, MotorDocument, PickDocument
from wobbly_fin.formats.rocket_file import RocketFile

PUBLISHED: dict[str, type[Document]] = {
    "flight": FlightDocument,
    "motor": MotorDocument,
    "pick": PickDocument,
    "rocket-file": RocketFile,
}
