import type { ClubSeen } from "../../api/client";

/** Changes a club and shows it as it is then; what went wrong is said. */
export type Change = (work: () => Promise<ClubSeen>) => Promise<void>;
