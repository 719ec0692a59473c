import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { workOffline } from "./app/offline";
import { Providers } from "./app/providers";
import { Routes } from "./app/routes";
import "./styles.css";

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <Providers>
        <Routes />
      </Providers>
    </StrictMode>,
  );
}

workOffline();
