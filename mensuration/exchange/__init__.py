"""Reading and writing open formats."""

from mensuration.exchange.tables import TableError, read_table, table_text

__all__ = ["TableError", "read_table", "table_text"]
