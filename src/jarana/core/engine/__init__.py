"""The engine: a chain of line and bodies in moving water, from a scenario to the path of every node.

It knows no angler, no rig and no sentence. Its version is a hash of the sources in this package alone, so that what is
said of a drift can change without naming the drift anew.
"""
