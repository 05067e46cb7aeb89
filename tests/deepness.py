"""Whether the full numbers are asked for (`./northsquall test --deep`)."""

import os

DEEP = bool(os.environ.get("NORTHSQUALL_DEEP"))
