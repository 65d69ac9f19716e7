/** Where a link to a draft leads: what it holds is read, offered, and stands in the drawer when it is wanted. */
import { useEffect } from "react";
import { useLocation, useNavigate } from "react-router";
import { told } from "../../parts/tell.tsx";
import { offerDrafts } from "../../store/files.ts";
import { fileInLink } from "../../store/link.ts";

export function TakePlace() {
  const { hash } = useLocation();
  const navigate = useNavigate();
  useEffect(() => {
    void told(
      fileInLink(hash)
        .then(offerDrafts)
        .then(() => undefined),
    );
    // the drawer's address is short again, and Back does not offer it twice
    void navigate("/drafts", { replace: true });
  }, [hash, navigate]);
  return null;
}
