export { TiePlace } from "./tie_place";
