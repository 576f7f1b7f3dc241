// Which of the instruction sets that the walks are compiled for this machine has.

extern "C" int has_avx2() {
#if defined(__x86_64__)
  return __builtin_cpu_supports("avx2") ? 1 : 0;
#else
  return 0;
#endif
}
