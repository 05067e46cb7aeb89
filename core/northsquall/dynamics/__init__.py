"""What happens minute by minute: the semi-batch engine and what is read off it."""

import hashlib
import os
from pathlib import Path

from northsquall import cache_folder

# numba's cache does not see edits of imported files: its folder is named after the kernels' text.
# The processor's name is fixed, or a move to another machine compiles anew inside a request.
if "NUMBA_CACHE_DIR" not in os.environ:
    _text = b"".join((Path(__file__).parent / name).read_bytes() for name in ("kernel.py", "rodas.py"))
    os.environ["NUMBA_CACHE_DIR"] = str(cache_folder() / f"numba-{hashlib.sha256(_text).hexdigest()[:12]}")
os.environ.setdefault("NUMBA_CPU_NAME", "generic")
