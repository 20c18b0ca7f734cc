"""What a transmission on the simulated band opens, which a field kit leaves at home."""

from typing import Any

Answer = Any
