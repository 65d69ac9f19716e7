/** What is asked of the server is asked once, whoever wants it: places that do so share this. */
import { QueryClient } from "@tanstack/react-query";

export const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, networkMode: "always" } } });
