import { isObject } from '#core/workspace'
import type { Path } from './entry'
import { hasOwnFields, itemKeys } from './merge'

/** A record taken apart as far as two devices can change it apart. */
export type Node =
  | { kind: 'leaf'; value: unknown }
  | { kind: 'fields'; parts: Map<string, Node> }
  | { kind: 'list'; parts: Map<string, Node>; order: Map<string, number>; strings: boolean }

const leaf = (value: unknown): Node => ({ kind: 'leaf', value })

/**
 * A value taken apart, by the same rule as two changed records are drawn together.
 * @example treeOf({ Cu: 90, Sn: 10 }, ['composition']).kind // 'leaf'
 */
export function treeOf(value: unknown, path: Path): Node {
  if (Array.isArray(value)) {
    const keys = itemKeys(value)
    if (!keys) return leaf(value)
    const parts = new Map(value.map((one, at) => [keys[at]!, treeOf(one, [...path, keys[at]!])]))
    const order = new Map(keys.map((key, at) => [key, at]))
    return { kind: 'list', parts, order, strings: value.every((one) => typeof one === 'string') }
  }
  if (!isObject(value) || !hasOwnFields(path)) return leaf(value)
  return {
    kind: 'fields',
    parts: new Map(
      Object.entries(value)
        .filter(([, part]) => part !== undefined)
        .map(([name, part]) => [name, treeOf(part, [...path, name])]),
    ),
  }
}

/**
 * A list's keys in the order they stand; of one place, by name, so that every device has them alike.
 * @example keysInOrder(treeOf([{ id: 'b' }, { id: 'a' }], ['log'])) // ['b', 'a']
 */
export function keysInOrder({ parts, order }: Extract<Node, { kind: 'list' }>): string[] {
  const at = (key: string) => order.get(key) ?? 0
  return [...parts.keys()].sort((a, b) => at(a) - at(b) || (a < b ? -1 : 1))
}

/**
 * What was taken apart, put together again.
 * @example valueOf(treeOf([{ id: 'a', massG: 5 }], ['log'])) // [{ id: 'a', massG: 5 }]
 */
export function valueOf(node: Node): unknown {
  if (node.kind === 'leaf') return node.value
  if (node.kind === 'list') return keysInOrder(node).map((key) => valueOf(node.parts.get(key)!))
  return Object.fromEntries([...node.parts].map(([name, part]) => [name, valueOf(part)]))
}
