"""Failures taken apart: what happened to which part, which causes the evidence speaks for, and what is learnt from it."""
