"""Steps from one version of a document to the next; history, never edited once released. One file each."""
