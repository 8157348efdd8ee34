"""Freezing documents under the hash of their content."""

import hashlib
import json
from typing import Any

from wobbly_fin.hangar.models import Snapshot


def content_hash(kind: str, content: Any) -> str:
    """SHA-256 of kind and content, the same whatever the order of keys."""
    text = json.dumps([kind, content], sort_keys=True, separators=(",", ":"), ensure_ascii=False, allow_nan=False)
    return hashlib.sha256(text.encode()).hexdigest()


def freeze(kind: str, content: Any) -> Snapshot:
    """The snapshot of this content, made on first use."""
    found, _ = Snapshot.objects.get_or_create(hash=content_hash(kind, content), defaults={"kind": kind, "content": content})
    return found
