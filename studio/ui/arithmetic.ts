import jsep from 'jsep';

type Node = {
  type: string;
  value?: unknown;
  operator?: string;
  left?: Node;
  right?: Node;
  argument?: Node;
};

/** What a typed sum comes to (`120*2+8`, with a comma or point); null if it is no sum. */
export function arithmetic(text: string): number | null {
  try {
    const value = evaluate(
      jsep(text.replace(/[%°]|px|σ/g, '').replace(/,/g, '.')) as unknown as Node,
    );
    return Number.isFinite(value) ? value : null;
  } catch {
    return null;
  }
}

function evaluate(node: Node): number {
  if (node.type === 'Literal' && typeof node.value === 'number') return node.value;
  if (node.type === 'UnaryExpression' && node.argument) {
    const v = evaluate(node.argument);
    return node.operator === '-' ? -v : node.operator === '+' ? v : NaN;
  }
  if (node.type === 'BinaryExpression' && node.left && node.right) {
    const [a, b] = [evaluate(node.left), evaluate(node.right)];
    return { '+': a + b, '-': a - b, '*': a * b, '/': a / b }[node.operator ?? ''] ?? NaN;
  }
  return NaN;
}
