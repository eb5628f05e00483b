export { default } from '@/app/(bench)/loading';
