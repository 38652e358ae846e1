// Stands in for the marker package outside a server build.
export {};
