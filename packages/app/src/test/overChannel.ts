/** A worker that answers in the same thread, over a channel as in the browser. */
import { expose } from "comlink";

/** @param onGone is told when it is let go */
export function workerOf(api: object | undefined, onGone: () => void = () => undefined): MessagePort {
  const { port1, port2 } = new MessageChannel();
  if (api) expose(api, port1);
  port1.start();
  port2.start();
  return Object.assign(port2, {
    terminate: () => {
      onGone();
      port1.close();
      port2.close();
    },
  });
}
