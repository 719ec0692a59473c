export { WaterPlace } from "./water_place";
