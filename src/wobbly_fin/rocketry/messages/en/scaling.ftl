### A rocket made larger or smaller.

scaled-no-motor = None of your motors fits its { $mount } mount, so nothing can be said yet of how straight it flies: put one in, then look at Shape.
scaled-no-mount = It has no mount: nothing can be said of how it flies.
