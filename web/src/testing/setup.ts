import { configure } from "@testing-library/react";

/** A slow machine is no fault: what is waited for may take longer than the usual second. */
configure({ asyncUtilTimeout: 5000 });
