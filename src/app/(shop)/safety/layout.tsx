export { default } from "../shop/layout.tsx";
