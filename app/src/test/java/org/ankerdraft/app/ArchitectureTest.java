package org.ankerdraft.app;

import static com.tngtech.archunit.base.DescribedPredicate.not;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.step.StepKind;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Imports point one way. */
class ArchitectureTest {
  private static JavaClasses classes;

  @BeforeAll
  static void read() {
    classes =
        new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("org.ankerdraft");
  }

  @Test
  void noJavafxBelowTheWindow() {
    noClasses()
        .that()
        .resideOutsideOfPackage("org.ankerdraft.app..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("javafx..")
        .check(classes);
  }

  @Test
  void modulesImportDownwards() {
    noClasses()
        .that()
        .resideInAPackage("org.ankerdraft.kernel..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "org.ankerdraft.core..",
            "org.ankerdraft.render..",
            "org.ankerdraft.cli..",
            "org.ankerdraft.app..")
        .check(classes);
    noClasses()
        .that()
        .resideInAPackage("org.ankerdraft.core..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "org.ankerdraft.render..", "org.ankerdraft.cli..", "org.ankerdraft.app..")
        .check(classes);
    noClasses()
        .that()
        .resideInAPackage("org.ankerdraft.render..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("org.ankerdraft.cli..", "org.ankerdraft.app..")
        .check(classes);
  }

  @Test
  void theWireStaysInTheKernel() {
    noClasses()
        .that()
        .resideOutsideOfPackage("org.ankerdraft.kernel..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("org.ankerdraft.kernel.proto..")
        .check(classes);
  }

  @Test
  void noCyclesBetweenPackages() {
    for (String module : List.of("core", "render", "app")) {
      slices()
          .matching("org.ankerdraft." + module + ".(*)..")
          .should()
          .beFreeOfCycles()
          .check(classes);
    }
  }

  @Test
  void vectorsKnowNobody() {
    noClasses()
        .that()
        .resideInAPackage("org.ankerdraft.vectors..")
        .should()
        .dependOnClassesThat(
            resideInAPackage("org.ankerdraft..")
                .and(not(resideInAPackage("org.ankerdraft.vectors.."))))
        .check(classes);
  }

  /** What is measured knows nothing of what is judged. */
  @Test
  void theSurveyKnowsNoLimits() {
    noClasses()
        .that()
        .resideInAPackage("org.ankerdraft.core.survey..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("org.ankerdraft.core.check..")
        .check(classes);
  }

  @Test
  void everyPackageSaysWhatItNeedsAndGives() {
    Set<String> silent =
        classes.stream()
            .map(JavaClass::getPackageName)
            .filter(p -> !p.contains(".kernel.proto"))
            .filter(p -> !Files.exists(source(p)))
            .collect(Collectors.toCollection(TreeSet::new));
    assertThat(silent).isEmpty();
  }

  private static Path source(String packageName) {
    Path home = Path.of("").toAbsolutePath().getParent();
    String module = packageName.split("\\.", -1)[2];
    return home.resolve(module)
        .resolve("src/main/java")
        .resolve(packageName.replace('.', '/'))
        .resolve("package-info.java");
  }

  /**
   * A kind of step is a package: only the one list knows several, and kinds do not know each other.
   */
  @Test
  void nobodyButTheListKnowsSeveralKindsOfSteps() {
    Set<String> shared = Set.of("strip");
    for (JavaClass c : classes) {
      if (c.getPackageName().equals("org.ankerdraft.core.kinds")) {
        continue;
      }
      Set<String> kinds =
          c.getDirectDependenciesFromSelf().stream()
              .map(d -> kindOf(d.getTargetClass()))
              .filter(k -> !k.isEmpty() && !shared.contains(k) && !k.equals(kindOf(c)))
              .collect(Collectors.toCollection(TreeSet::new));
      assertThat(kinds)
          .as(c.getName() + " switches over kinds of steps")
          .hasSizeLessThanOrEqualTo(kindOf(c).isEmpty() ? 1 : 0);
    }
  }

  private static String kindOf(JavaClass c) {
    String steps = "org.ankerdraft.core.step.";
    return c.getPackageName().startsWith(steps) ? c.getPackageName().substring(steps.length()) : "";
  }

  @Test
  void everyKindOfStepIsInTheList() {
    Set<String> listed =
        StepKinds.ALL.stream().map(k -> k.getClass().getName()).collect(Collectors.toSet());
    Set<String> written =
        classes.stream()
            .filter(c -> c.isAssignableTo(StepKind.class))
            .filter(c -> !c.getModifiers().contains(JavaModifier.ABSTRACT))
            .map(JavaClass::getName)
            .collect(Collectors.toSet());
    assertThat(listed).isEqualTo(written);
  }

  @Test
  void noPipeIsReadByAVirtualThread() {
    noClasses().should().callMethod(Thread.class, "ofVirtual").check(classes);
    noClasses()
        .should()
        .callMethod(Thread.class, "startVirtualThread", Runnable.class)
        .check(classes);
  }

  @Test
  void geometryKnowsNobody() {
    noClasses()
        .that()
        .resideInAPackage("org.ankerdraft.core.geometry..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "org.ankerdraft.core.part..",
            "org.ankerdraft.core.step..",
            "org.ankerdraft.core.ledger..",
            "org.ankerdraft.core.operation..",
            "org.ankerdraft.core.check..",
            "org.ankerdraft.core.select..")
        .check(classes);
  }
}
