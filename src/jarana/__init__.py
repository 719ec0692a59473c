"""Jarana: how deep every fly of a rig is, when, and why."""

__version__ = "0.24.15"
