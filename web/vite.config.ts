import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: {
    outDir: "dist",
    emptyOutDir: true,
    manifest: true,
    modulePreload: { polyfill: false },
    // A data: font would need another source in the content security policy.
    assetsInlineLimit: 0,
    rolldownOptions: { input: { staff: "index.html", student: "student.html" } },
  },
  server: { proxy: { "/api": "http://localhost:4400" } },
});
