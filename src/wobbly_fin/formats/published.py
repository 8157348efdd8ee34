"""The documents that have a JSON Schema in docs/formats."""

from wobbly_fin.formats.base import Document
from wobbly_fin.formats.descent_file import DescentDocument
from wobbly_fin.formats.documents import FlightDocument, StabilityDocument, TemplateDocument
from wobbly_fin.formats.drag_file import DragDocument
from wobbly_fin.formats.judge_file import JudgeDocument
from wobbly_fin.formats.learn_file import LearnDocument
from wobbly_fin.formats.motors import MotorDocument, MotorsFile
from wobbly_fin.formats.passed_on import ChecklistFile, CodeFile, PartsFile
from wobbly_fin.formats.pick_file import PickDocument
from wobbly_fin.formats.plan_file import PlanDocument
from wobbly_fin.formats.propose_file import ProposeDocument
from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.formats.schedule_file import ScheduleDocument
from wobbly_fin.formats.track_file import TrackDocument

PUBLISHED: dict[str, type[Document]] = {
    "flight": FlightDocument,
    "motor": MotorDocument,
    "motors": MotorsFile,
    "parts": PartsFile,
    "range-rules": CodeFile,
    "checklist": ChecklistFile,
    "pick": PickDocument,
    "judge": JudgeDocument,
    "plan": PlanDocument,
    "drag": DragDocument,
    "propose": ProposeDocument,
    "learn": LearnDocument,
    "stability": StabilityDocument,
    "template": TemplateDocument,
    "schedule": ScheduleDocument,
    "descent": DescentDocument,
    "track": TrackDocument,
    "rocket-file": RocketFile,
}
