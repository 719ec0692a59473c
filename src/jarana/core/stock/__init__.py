"""The drawer as tables: what can be owned, its columns, and every change made to it."""
