import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { VitePWA } from "vite-plugin-pwa";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
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
    setupFiles: ["src/testing/setup.ts"],
    testTimeout: 30_000,
  },
});
