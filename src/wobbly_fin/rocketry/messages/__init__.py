"""Sentences for people: keyed messages in readable files, loaded without a framework."""

from wobbly_fin.rocketry.messages.catalogue import MessageError, say, say_whole

__all__ = ["MessageError", "say", "say_whole"]
