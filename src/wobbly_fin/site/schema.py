"""What the API's documents have in common."""

from pydantic import BaseModel


class Schema(BaseModel):
    """A plain document. Ninja's own would read every field again through the ORM's eyes when answering, which costs more than most answers."""


class Versioned(Schema):
    """Something that can be edited: `version` is sent back as If-Match, so that nothing changed elsewhere is written over."""

    version: str = ""
