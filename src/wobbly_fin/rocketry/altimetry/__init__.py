"""Reading what an altimeter wrote: what the file holds, when things happened, how high and how fast, and how sure each figure is."""
