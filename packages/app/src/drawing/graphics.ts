/** What this browser draws in space with: asked once, for the answer costs a drawing context of its own. */
let known: "none" | "alone" | "card" | undefined;

function asked(): NonNullable<typeof known> {
  try {
    const gl = document.createElement("canvas").getContext("webgl2");
    if (!gl) return "none";
    const info = gl.getExtension("WEBGL_debug_renderer_info");
    const name = String(gl.getParameter(info ? info.UNMASKED_RENDERER_WEBGL : gl.RENDERER));
    gl.getExtension("WEBGL_lose_context")?.loseContext();
    return /swiftshader|llvmpipe|software/iu.test(name) ? "alone" : "card";
  } catch {
    return "none";
  }
}

/** Nothing at all; by itself, with no graphics card: then shadows are small and paper is plain; or with one. */
export const graphics = (): NonNullable<typeof known> => (known ??= asked());
