"""`python -m axlecore`."""

import sys

from axlecore.cli import main

sys.exit(main())
