export { TacklePlace } from "./tackle_place";
