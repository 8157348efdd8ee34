#!/usr/bin/env python
"""Django's command line."""

import sys

from wobbly_fin.site.manage import manage

if __name__ == "__main__":
    manage(sys.argv[1:])
