"""The web application: thin resources over the use cases."""
