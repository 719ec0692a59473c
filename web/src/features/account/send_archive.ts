import { api } from "../../api/client";

/** Sends an archive as the file it is; without `keep` the server only tells what it would do. */
export function sendArchive(file: File, keep: boolean) {
  return api.POST("/api/v1/archive", {
    params: { query: keep ? {} : { try: "1" } },
    body: file,
    bodySerializer: (body: unknown) => body as File,
    headers: { "Content-Type": "application/zip" },
  } as never) as ReturnType<typeof api.POST<"/api/v1/archive", never>>;
}
