"""Motors: labels, impulse classes, thrust curves, the shipped catalogue."""

from wobbly_fin.rocketry.motors.classes import CLASSES, ImpulseClass, class_of_impulse, impulse_class
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.labels import MotorLabel, decode
from wobbly_fin.rocketry.motors.motor import Motor

__all__ = [
    "CLASSES",
    "ImpulseClass",
    "Motor",
    "MotorLabel",
    "ThrustCurve",
    "class_of_impulse",
    "decode",
    "impulse_class",
]
