"""What a step of the chain does, compiled: forces, the tree of links, the surface, the reel."""
