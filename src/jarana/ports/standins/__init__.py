"""Simulated devices and services: they speak the real protocols on real sockets, and misbehave on demand."""
