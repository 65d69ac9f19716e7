/** Where a link to a draft leads: what it holds is read and offered, and opens when it is wanted. */
import { useEffect, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { told } from "../../parts/tell.tsx";
import { offerDrafts } from "../../store/files.ts";
import { fileInLink } from "../../store/link.ts";
import { useTaking } from "../../store/taking.ts";

export function TakePlace() {
  const { hash } = useLocation();
  const navigate = useNavigate();
  const [isRead, setRead] = useState(hash === "");
  const waits = useTaking((s) => s.read !== undefined);
  useEffect(() => {
    if (hash === "") return;
    const offered = fileInLink(hash).then(offerDrafts);
    void told(offered.then(() => undefined)).finally(() => setRead(true));
    // the address is short again, and Back does not offer it twice
    void navigate("/take", { replace: true });
  }, [hash, navigate]);
  useEffect(() => {
    // no link, a broken one, or one whose draft was not wanted; one that was wanted has led to its draft already
    if (isRead && !waits && window.location.pathname === "/take") void navigate("/drafts", { replace: true });
  }, [isRead, waits, navigate]);
  return (
    <main className="empty" aria-busy={!isRead}>
      <h1>A draft by link</h1>
      <p>{isRead ? "What is in it can be added to your drafts." : "Reading what is in it …"}</p>
    </main>
  );
}
