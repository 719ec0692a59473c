"""From rig and water to the path of every fly: scenario → mesh → kernel → tracks → figures."""
