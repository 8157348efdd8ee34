"""What the API's documents have in common."""

from pydantic import BaseModel


class Schema(BaseModel):
    """A plain document. Ninja's own would read every field again through the ORM's eyes when answering, which costs more than most answers."""
