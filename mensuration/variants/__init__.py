"""Fresh problems with other numbers: possible, with hidden lengths as wanted, no two alike, the same again from a seed."""

from mensuration.variants.making import NoVariants, Variant, VariantAnswer, variants
from mensuration.variants.wording import reworded

__all__ = ["NoVariants", "Variant", "VariantAnswer", "reworded", "variants"]
