// A rule of our own for the linter: what has no role has no name for those who listen.

/** Elements without a role of their own: a name given to them is read by nobody. */
const PLAIN = /^(p|div|span|h[1-6]|strong|small|em|li)$/u;

const namedByRole = {
  create(context) {
    return {
      JSXOpeningElement(node) {
        if (node.name.type !== "JSXIdentifier" || !PLAIN.test(node.name.name)) return;
        const attribute = (name) =>
          node.attributes.find((one) => one.type === "JSXAttribute" && one.name.name === name);
        const label = attribute("aria-label");
        if (label && !attribute("role"))
          context.report({
            node: label,
            message: "What has no role has no name for those who listen: give it words (class unseen), or a role.",
          });
      },
    };
  },
};

export default { meta: { name: "ours" }, rules: { "named-by-role": namedByRole } };
