"""The rig as a document, and the named, pure edits that change it."""
