"""Reading and writing open formats."""

from mensuration.exchange.tables import ReadTable, TableError, read_table, table_text

__all__ = ["ReadTable", "TableError", "read_table", "table_text"]
