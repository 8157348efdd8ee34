"""Recipes: from the parts of an airframe to the steps that make it, a file for each kind of work.

Hands-on minutes are our own estimates; what an owner logs sets them right. Sequence and cautions are common practice, no source,
unless a line says otherwise.
"""
