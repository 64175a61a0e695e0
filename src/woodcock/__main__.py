"""`python -m woodcock` is the command line."""

import sys

from woodcock.cli import main

sys.exit(main())
