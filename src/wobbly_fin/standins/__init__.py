"""Simulated devices and services: what stands in for hardware in the demo and in tests."""
