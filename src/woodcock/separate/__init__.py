"""Photo and hints to masks: lasso, brush, a rough split."""

from woodcock.separate.brush import stamp_stroke
from woodcock.separate.combine import MODES, combine
from woodcock.separate.lasso import lasso
from woodcock.separate.split import rough_split

__all__ = ["MODES", "combine", "lasso", "rough_split", "stamp_stroke"]
