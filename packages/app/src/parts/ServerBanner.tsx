/** Says that the server has stopped, and watches for it to come back. */
import { QueryClientProvider, useQuery } from "@tanstack/react-query";
import { queries } from "../store/queries.ts";
import { isKept } from "../store/keeper.ts";

const HEALTH_MS = 8_000;

function useServer(): "up" | "down" {
  const { isError } = useQuery({
    queryKey: ["health"],
    queryFn: async ({ signal }) => {
      const answer = await fetch("/api/health", { signal });
      if (!answer.ok) throw new Error("the server is not well");
      return true;
    },
    refetchInterval: HEALTH_MS,
    networkMode: "always",
  });
  return isError ? "down" : "up";
}

function Stopped() {
  const server = useServer();
  if (server === "up") return null;
  return (
    <div className="banner calm" role="status">
      {isKept()
        ? "Cut Fold's server has stopped. The whole app and your drafts are kept in this browser: go on as you like."
        : "Cut Fold's server has stopped. Your drafts are safe in this browser and you can go on; start it again to print or to see things fold."}
    </div>
  );
}

export default function ServerBanner() {
  return (
    <QueryClientProvider client={queries}>
      <Stopped />
    </QueryClientProvider>
  );
}
