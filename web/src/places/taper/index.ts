export { TaperPlace } from "./taper_place";
