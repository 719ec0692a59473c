export { RigPlace } from "./rig_place";
