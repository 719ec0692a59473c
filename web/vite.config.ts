/// <reference types="node" />
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { brotliCompressSync } from "node:zlib";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import type { Plugin } from "vite";
import { VitePWA } from "vite-plugin-pwa";
import { defineConfig } from "vitest/config";

/** Writes a compressed copy beside every hashed file, as small as it goes: it is sent as it is. */
function compressed(): Plugin {
  return {
    name: "compressed",
    apply: "build",
    writeBundle({ dir = "" }) {
      const folder = join(dir, "assets");
      for (const file of readdirSync(folder).filter((name) => /\.(js|css|svg)$/.test(name))) {
        writeFileSync(join(folder, `${file}.br`), brotliCompressSync(readFileSync(join(folder, file))));
      }
    },
  };
}

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    compressed(),
    VitePWA({
      registerType: "prompt",
      injectRegister: false,
      manifest: {
        name: "Jarana",
        short_name: "Jarana",
        description: "How deep every fly is, when, and why.",
        start_url: "/fish",
        display: "standalone",
        background_color: "#EAF0EF",
        theme_color: "#EAF0EF",
        icons: [{ src: "/icon.svg", sizes: "any", type: "image/svg+xml", purpose: "any" }],
      },
      workbox: {
        globPatterns: ["**/*.{js,css,html,svg,woff2}"],
        globIgnores: ["**/*-ext-*"],
        navigateFallback: "/index.html",
        navigateFallbackDenylist: [/^\/api\//],
        inlineWorkboxRuntime: false,
      },
    }),
  ],
  build: { manifest: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 800 },
  server: { proxy: { "/api": "http://127.0.0.1:8450" } },
  test: {
    environment: "jsdom",
    include: ["src/**/*.test.{ts,tsx}"],
    isolate: false, // a window for every file takes longer than the tests; the setup sees to it that none meets another's
    setupFiles: ["src/testing/setup.ts"],
    testTimeout: 30_000,
  },
});
